package dev.shelftwin.source;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.TypeCastTree;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import org.jspecify.annotations.Nullable;

/** Which field each parameter fills, from sources as {@link FilledFields} from class files. */
final class AssignedParameters {

  private final String typeName;
  private final List<String> components;
  private final List<String> componentTypes;
  private final Set<String> fields = new HashSet<>();

  /** The fields of the constructors that were read, by their number of parameters. */
  private final Map<Integer, List<String>> constructors = new HashMap<>();

  AssignedParameters(TypeElement type) {
    typeName = type.getSimpleName().toString();
    components =
        type.getRecordComponents().stream().map(one -> one.getSimpleName().toString()).toList();
    componentTypes = types(type.getRecordComponents());
    ElementFilter.fieldsIn(type.getEnclosedElements())
        .forEach(field -> fields.add(field.getSimpleName().toString()));
  }

  /**
   * Which fields a constructor fills.
   *
   * @return a name for each parameter, empty where it is not known
   */
  List<String> byConstructor(ExecutableElement constructor, MethodTree body) {
    List<String> filled = isCanonical(constructor) ? components : byMethod(body);
    constructors.merge(filled.size(), filled, (one, other) -> List.of());
    return filled;
  }

  /** The same of a static method that passes its parameters on to a constructor. */
  List<String> byMethod(MethodTree body) {
    Scanner scanner = new Scanner(body);
    body.getBody().accept(scanner, null);
    return scanner.found.stream()
        .map(names -> names.size() == 1 ? names.iterator().next() : "")
        .toList();
  }

  /** The field that a method assigns its parameter to and does nothing else. */
  Optional<String> only(MethodTree body) {
    List<? extends StatementTree> statements = body.getBody().getStatements();
    boolean assigns =
        statements.size() == 1
            && statements.get(0) instanceof ExpressionStatementTree statement
            && statement.getExpression() instanceof AssignmentTree assignment
            && assignment.getExpression() instanceof IdentifierTree;
    return assigns
        ? byMethod(body).stream().filter(field -> !field.isEmpty()).findFirst()
        : Optional.empty();
  }

  /** Whether a constructor takes the components of a record in their order (JLS §8.10.4). */
  private boolean isCanonical(ExecutableElement constructor) {
    return !components.isEmpty() && types(constructor.getParameters()).equals(componentTypes);
  }

  private static List<String> types(List<? extends Element> declared) {
    return declared.stream().map(one -> one.asType().toString()).toList();
  }

  /** Collects the fields that the assignments and calls in one body fill. */
  private final class Scanner extends BodyScanner<@Nullable Void> {

    private final List<String> parameters;
    private final List<Set<String>> found = new ArrayList<>();

    Scanner(MethodTree method) {
      parameters = method.getParameters().stream().map(one -> one.getName().toString()).toList();
      parameters.forEach(parameter -> found.add(new HashSet<>()));
    }

    @Override
    public @Nullable Void visitAssignment(AssignmentTree assignment, @Nullable Void none) {
      String target = "";
      if (assignment.getVariable() instanceof MemberSelectTree select
          && select.getExpression().toString().equals("this")) {
        target = select.getIdentifier().toString();
      } else if (assignment.getVariable() instanceof IdentifierTree name
          && !parameters.contains(name.getName().toString())) {
        target = name.getName().toString();
      }
      if (fields.contains(target)) {
        note(assignment.getExpression(), target);
      }
      return super.visitAssignment(assignment, null);
    }

    @Override
    public @Nullable Void visitNewClass(NewClassTree created, @Nullable Void none) {
      if (created.getIdentifier().toString().replaceAll("<.*>", "").equals(typeName)) {
        passOn(created.getArguments());
      }
      return super.visitNewClass(created, null);
    }

    @Override
    public @Nullable Void visitMethodInvocation(MethodInvocationTree call, @Nullable Void none) {
      if (call.getMethodSelect().toString().equals("this")) {
        passOn(call.getArguments());
      }
      return super.visitMethodInvocation(call, null);
    }

    private void passOn(List<? extends ExpressionTree> arguments) {
      List<String> filled = constructors.getOrDefault(arguments.size(), List.of());
      for (int index = 0; index < filled.size(); index++) {
        if (!filled.get(index).isEmpty()) {
          note(arguments.get(index), filled.get(index));
        }
      }
    }

    private void note(ExpressionTree value, String field) {
      origins(value).forEach(index -> found.get(index).add(field));
    }

    /**
     * The parameters that a value comes from, by their positions; a call that takes several of them
     * computes something else.
     */
    private Set<Integer> origins(ExpressionTree value) {
      if (value instanceof IdentifierTree name) {
        int index = parameters.indexOf(name.getName().toString());
        return index < 0 ? Set.of() : Set.of(index);
      }
      if (value instanceof ParenthesizedTree inner) {
        return origins(inner.getExpression());
      }
      if (value instanceof TypeCastTree cast) {
        return origins(cast.getExpression());
      }
      if (value instanceof ConditionalExpressionTree either) {
        return all(Stream.of(either.getTrueExpression(), either.getFalseExpression()));
      }
      if (value instanceof MethodInvocationTree call) {
        Stream<ExpressionTree> object =
            call.getMethodSelect() instanceof MemberSelectTree select
                ? Stream.of(select.getExpression())
                : Stream.empty();
        Set<Integer> taken = all(Stream.concat(object, call.getArguments().stream()));
        return taken.size() == 1 ? taken : Set.of();
      }
      return Set.of();
    }

    private Set<Integer> all(Stream<? extends ExpressionTree> values) {
      return values.flatMap(value -> origins(value).stream()).collect(Collectors.toSet());
    }
  }
}
