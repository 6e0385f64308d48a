package dev.shelftwin.source;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.ThrowTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreeScanner;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Finds the parameters that a constructor always refuses when they are null, from sources as {@link
 * NullChecks} does from class files.
 */
final class RefusedParameters extends BodyScanner<@Nullable Void> {

  private static final Set<String> CHECKS =
      Set.of("requireNonNull", "Objects.requireNonNull", "java.util.Objects.requireNonNull");

  private final Set<String> refused = new HashSet<>();

  /** Variables that have another value by now. */
  private final Set<String> replaced = new HashSet<>();

  private RefusedParameters() {}

  /**
   * The names of the refused parameters, and of the fields that they fill.
   *
   * @param fields the field of each parameter, empty where it is not known
   */
  static Set<String> of(MethodTree constructor, List<String> fields) {
    RefusedParameters checks = new RefusedParameters();
    checks.read(constructor.getBody());
    Set<String> names = new HashSet<>();
    for (int index = 0; index < fields.size(); index++) {
      String name = constructor.getParameters().get(index).getName().toString();
      if (checks.refused.contains(name)) {
        names.add(name);
        names.add(fields.get(index));
      }
    }
    return names;
  }

  /** Reads the statements that are run every time. */
  private void read(StatementTree statement) {
    if (statement instanceof BlockTree block) {
      block.getStatements().forEach(this::read);
    } else if (statement instanceof ExpressionStatementTree || statement instanceof VariableTree) {
      scan(statement, null);
    } else if (statement instanceof IfTree choice) {
      scan(choice.getCondition(), null);
      if (isThrown(choice.getThenStatement())) {
        nulls(choice.getCondition()).forEach(this::refuse);
      }
    }
    statement.accept(new Replacements(), null);
  }

  private void refuse(String variable) {
    if (!replaced.contains(variable)) {
      refused.add(variable);
    }
  }

  private static boolean isThrown(StatementTree statement) {
    if (statement instanceof BlockTree block && !block.getStatements().isEmpty()) {
      return isThrown(block.getStatements().get(block.getStatements().size() - 1));
    }
    return statement instanceof ThrowTree;
  }

  /** What is null in the first alternatives of a condition; later ones are not always tried. */
  private static List<String> nulls(ExpressionTree condition) {
    List<String> found = new ArrayList<>();
    for (ExpressionTree one : alternatives(condition)) {
      if (!(one instanceof BinaryTree equal
          && equal.getKind() == Tree.Kind.EQUAL_TO
          && equal.getRightOperand().getKind() == Tree.Kind.NULL_LITERAL
          && equal.getLeftOperand() instanceof IdentifierTree name)) {
        break;
      }
      found.add(name.getName().toString());
    }
    return found;
  }

  private static List<ExpressionTree> alternatives(ExpressionTree condition) {
    if (condition instanceof ParenthesizedTree inner) {
      return alternatives(inner.getExpression());
    }
    if (condition instanceof BinaryTree either && either.getKind() == Tree.Kind.CONDITIONAL_OR) {
      List<ExpressionTree> all = new ArrayList<>(alternatives(either.getLeftOperand()));
      all.addAll(alternatives(either.getRightOperand()));
      return all;
    }
    return List.of(condition);
  }

  @Override
  public @Nullable Void visitMethodInvocation(MethodInvocationTree call, @Nullable Void none) {
    if (CHECKS.contains(call.getMethodSelect().toString())
        && call.getArguments().get(0) instanceof IdentifierTree name) {
      refuse(name.getName().toString());
    }
    return super.visitMethodInvocation(call, null);
  }

  @Override
  public @Nullable Void visitConditionalExpression(
      ConditionalExpressionTree either, @Nullable Void none) {
    return scan(either.getCondition(), null);
  }

  @Override
  public @Nullable Void visitBinary(BinaryTree both, @Nullable Void none) {
    boolean always =
        both.getKind() != Tree.Kind.CONDITIONAL_AND && both.getKind() != Tree.Kind.CONDITIONAL_OR;
    scan(both.getLeftOperand(), null);
    return always ? scan(both.getRightOperand(), null) : null;
  }

  /** Collects the variables that a statement may replace. */
  private final class Replacements extends TreeScanner<@Nullable Void, @Nullable Void> {

    @Override
    public @Nullable Void visitAssignment(AssignmentTree assignment, @Nullable Void none) {
      replaced.add(assignment.getVariable().toString());
      return super.visitAssignment(assignment, null);
    }
  }
}
