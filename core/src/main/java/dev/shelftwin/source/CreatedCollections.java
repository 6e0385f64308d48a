package dev.shelftwin.source;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.VariableTree;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Finds the fields that always hold a collection which can be changed, from sources as {@link
 * HeldCollections} from class files.
 */
final class CreatedCollections {

  private final Predicate<String> isOfJdk;
  private final Set<String> everywhere;

  /**
   * The fields of one type.
   *
   * @param isOfJdk whether {@code java.util} has a type of that simple name
   * @param fields the declarations of its fields
   * @param constructors its constructors, as far as they have bodies
   */
  CreatedCollections(
      Predicate<String> isOfJdk, List<VariableTree> fields, List<MethodTree> constructors) {
    this.isOfJdk = isOfJdk;
    Set<String> declared =
        fields.stream()
            .filter(field -> isNew(field.getInitializer()))
            .map(field -> field.getName().toString())
            .collect(Collectors.toSet());
    List<Set<String>> created =
        constructors.stream()
            .map(constructor -> constructor.getBody().getStatements())
            .filter(body -> body.isEmpty() || !callsAnother(body.get(0)))
            .map(this::created)
            .toList();
    Set<String> all = new HashSet<>(created.isEmpty() ? Set.of() : created.get(0));
    created.forEach(all::retainAll);
    all.addAll(declared);
    this.everywhere = all;
  }

  /** Whether every object has a collection in a field. */
  boolean isHeld(String field) {
    return everywhere.contains(field);
  }

  /** Whether a method creates the collection in a field where there is none, and returns it. */
  boolean returns(MethodTree method) {
    List<? extends StatementTree> body = method.getBody().getStatements();
    return body.size() == 2
        && body.get(0) instanceof IfTree check
        && check.getThenStatement() instanceof BlockTree then
        && body.get(1) instanceof ReturnTree returned
        && name(returned.getExpression())
            .filter(created(then.getStatements())::contains)
            .isPresent();
  }

  /** Whether a constructor begins with {@code this(…)}. */
  private static boolean callsAnother(StatementTree first) {
    return first instanceof ExpressionStatementTree statement
        && statement.getExpression() instanceof MethodInvocationTree call
        && call.getMethodSelect() instanceof IdentifierTree name
        && name.getName().contentEquals("this");
  }

  private Set<String> created(List<? extends StatementTree> statements) {
    return statements.stream()
        .filter(ExpressionStatementTree.class::isInstance)
        .map(statement -> ((ExpressionStatementTree) statement).getExpression())
        .filter(AssignmentTree.class::isInstance)
        .map(AssignmentTree.class::cast)
        .filter(assignment -> isNew(assignment.getExpression()))
        .flatMap(assignment -> name(assignment.getVariable()).stream())
        .collect(Collectors.toSet());
  }

  private boolean isNew(@Nullable ExpressionTree value) {
    if (value instanceof NewClassTree made) {
      String type = made.getIdentifier().toString().replaceAll("<.*>", "");
      return isOfJdk.test(type.startsWith("java.util.") ? type.substring(10) : type);
    }
    return value instanceof MethodInvocationTree call
        && call.getMethodSelect().toString().matches("(java\\.util\\.)?EnumSet\\.noneOf");
  }

  /** The field that an expression names. */
  private static Optional<String> name(@Nullable ExpressionTree expression) {
    if (expression instanceof IdentifierTree name) {
      return Optional.of(name.getName().toString());
    }
    return expression instanceof MemberSelectTree select
            && select.getExpression().toString().equals("this")
        ? Optional.of(select.getIdentifier().toString())
        : Optional.empty();
  }
}
