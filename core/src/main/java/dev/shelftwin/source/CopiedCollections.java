package dev.shelftwin.source;

import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeCastTree;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * Finds out whether a method returns a copy of a collection, or a view of it that cannot be
 * changed, from sources as {@link CopyingGetter} from class files.
 */
final class CopiedCollections {

  /** What a method without its type in front makes, imported by {@code import static}. */
  private static final String COLLECTIONS =
      "(empty|unmodifiable)(Collection|List|Set|SortedSet|NavigableSet)";

  private final Predicate<String> isOfJdk;

  /**
   * @param isOfJdk whether {@code java.util} has a type of that simple name
   */
  CopiedCollections(Predicate<String> isOfJdk) {
    this.isOfJdk = isOfJdk;
  }

  boolean returnedBy(MethodTree method) {
    return Boolean.TRUE.equals(method.getBody().accept(new Returns(), null));
  }

  /** The field that a method returns, alone or in what a static method of the JDK makes of it. */
  Optional<String> field(MethodTree method) {
    List<? extends StatementTree> statements = method.getBody().getStatements();
    if (statements.size() != 1 || !(statements.get(0) instanceof ReturnTree returned)) {
      return Optional.empty();
    }
    ExpressionTree value = returned.getExpression();
    boolean wraps =
        value instanceof MethodInvocationTree call
            && call.getArguments().size() == 1
            && call.getMethodSelect() instanceof MemberSelectTree select
            && isOfJdk(select.getExpression().toString());
    ExpressionTree shown = wraps ? ((MethodInvocationTree) value).getArguments().get(0) : value;
    if (shown instanceof MemberSelectTree select) {
      return select.getExpression().toString().equals("this")
          ? Optional.of(select.getIdentifier().toString())
          : Optional.empty();
    }
    return shown instanceof IdentifierTree name
        ? Optional.of(name.getName().toString())
        : Optional.empty();
  }

  private boolean isCopy(@Nullable ExpressionTree value) {
    if (value instanceof ParenthesizedTree inner) {
      return isCopy(inner.getExpression());
    }
    if (value instanceof TypeCastTree cast) {
      return isCopy(cast.getExpression());
    }
    if (value instanceof ConditionalExpressionTree either) {
      return isCopy(either.getTrueExpression()) && isCopy(either.getFalseExpression());
    }
    if (value instanceof NewClassTree created) {
      return isOfJdk(created.getIdentifier().toString().replaceAll("<.*>", ""));
    }
    return value instanceof MethodInvocationTree call
        ? makes(call.getMethodSelect())
        : value != null && value.getKind() == Tree.Kind.NULL_LITERAL;
  }

  private boolean makes(ExpressionTree method) {
    if (method instanceof IdentifierTree name) {
      return name.getName().toString().matches(COLLECTIONS);
    }
    MemberSelectTree select = (MemberSelectTree) method;
    String name = select.getIdentifier().toString();
    return CopyingGetter.ENDS.contains(name)
        || (CopyingGetter.makes(name) && isOfJdk(select.getExpression().toString()));
  }

  private boolean isOfJdk(String type) {
    return isOfJdk.test(type.startsWith("java.util.") ? type.substring(10) : type);
  }

  /** Whether a body returns one somewhere; null where it returns nothing. */
  private final class Returns extends BodyScanner<@Nullable Boolean> {

    @Override
    public @Nullable Boolean visitReturn(ReturnTree returned, @Nullable Void none) {
      return isCopy(returned.getExpression());
    }

    @Override
    public @Nullable Boolean reduce(@Nullable Boolean one, @Nullable Boolean other) {
      return Boolean.TRUE.equals(one) || Boolean.TRUE.equals(other);
    }
  }
}
