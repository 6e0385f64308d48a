package dev.shelftwin;

import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.TreeScanner;
import com.sun.source.util.Trees;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.ToolProvider;

/**
 * Small changes of a generated mapper, one at a time, found in the compiler's tree of it. Some of
 * them do not compile.
 */
final class MapperMutants extends TreeScanner<Void, Void> {

  /** Methods that differ in what they do with a missing value. */
  private static final Map<String, String> OTHER_COLLECTOR_METHODS =
      Map.of("required", "optional", "optional", "required", "changed", "replaced");

  private final String name;
  private final String text;
  private final CompilationUnitTree unit;
  private final SourcePositions positions;
  private final Map<String, Set<String>> calledWithoutArguments = new TreeMap<>();
  private final Map<String, Set<String>> calledWithOne = new TreeMap<>();
  private final List<Mutant> mutants = new ArrayList<>();

  private MapperMutants(String name, String text) {
    this.name = name;
    this.text = text;
    JavacTask task =
        (JavacTask)
            ToolProvider.getSystemJavaCompiler()
                .getTask(null, null, null, List.of(), null, List.of(source(text)));
    try {
      this.unit = task.parse().iterator().next();
    } catch (IOException failure) {
      throw new UncheckedIOException(failure);
    }
    this.positions = Trees.instance(task).getSourcePositions();
  }

  private static JavaFileObject source(String text) {
    return new SimpleJavaFileObject(
        URI.create("memory:///Mapper.java"), JavaFileObject.Kind.SOURCE) {
      @Override
      public CharSequence getCharContent(boolean ignoreEncodingErrors) {
        return text;
      }
    };
  }

  /**
   * A changed mapper.
   *
   * @param mapper the qualified name of the mapper
   * @param change what was changed
   * @param line where, with the code before and after
   * @param text the whole source
   */
  record Mutant(String mapper, String change, String line, String text) {

    @Override
    public String toString() {
      return mapper.substring(mapper.lastIndexOf('.') + 1) + ", " + change + ": " + line;
    }
  }

  /**
   * All changes of a mapper.
   *
   * @param name its qualified name
   */
  static List<Mutant> of(String name, String text) {
    MapperMutants all = new MapperMutants(name, text);
    all.new Calls().scan(all.unit, null);
    all.scan(all.unit, null);
    return all.mutants;
  }

  /** Which methods are called on the same receiver. */
  private final class Calls extends TreeScanner<Void, Void> {

    @Override
    public Void visitMethodInvocation(MethodInvocationTree call, Void none) {
      if (call.getMethodSelect() instanceof MemberSelectTree select
          && call.getArguments().size() < 2) {
        (call.getArguments().isEmpty() ? calledWithoutArguments : calledWithOne)
            .computeIfAbsent(text(select.getExpression()), key -> new TreeSet<>())
            .add(select.getIdentifier().toString());
      }
      return super.visitMethodInvocation(call, none);
    }
  }

  /** The constructor only keeps the other mappers. */
  @Override
  public Void visitMethod(MethodTree method, Void none) {
    if (method.getReturnType() == null) {
      return null;
    }
    boolean gives = !method.getReturnType().toString().equals("void");
    replace("the whole method", method.getBody(), gives ? "{ return null; }" : "{}");
    replace(
        "the method refuses everything",
        method.getBody(),
        "{ throw new dev.shelftwin.runtime.RejectedValue(\"no\", \"no\"); }");
    return super.visitMethod(method, none);
  }

  /** What a mapper says of a missing argument is a matter of its caller, not of the fields. */
  @Override
  public Void visitExpressionStatement(ExpressionStatementTree statement, Void none) {
    if (text(statement).startsWith("Objects.requireNonNull(")) {
      return null;
    }
    replace("a statement is left out", statement, ";");
    return super.visitExpressionStatement(statement, none);
  }

  @Override
  public Void visitIf(IfTree tree, Void none) {
    replace("a condition is negated", tree.getCondition(), "(!" + text(tree.getCondition()) + ")");
    replace("a branch is left out", tree.getThenStatement(), "{}");
    return super.visitIf(tree, none);
  }

  @Override
  public Void visitConditionalExpression(ConditionalExpressionTree tree, Void none) {
    replace("a condition is always true", tree, text(tree.getTrueExpression()));
    replace("a condition is never true", tree, text(tree.getFalseExpression()));
    return super.visitConditionalExpression(tree, none);
  }

  @Override
  public Void visitBinary(BinaryTree tree, Void none) {
    String left = text(tree.getLeftOperand());
    String right = text(tree.getRightOperand());
    replace("one side of an operator is left out", tree, left);
    replace("one side of an operator is left out", tree, right);
    Map<Tree.Kind, String> others =
        Map.of(
            Tree.Kind.CONDITIONAL_AND, "||",
            Tree.Kind.CONDITIONAL_OR, "&&",
            Tree.Kind.EQUAL_TO, "!=",
            Tree.Kind.NOT_EQUAL_TO, "==",
            Tree.Kind.MULTIPLY, "/",
            Tree.Kind.DIVIDE, "*");
    if (others.containsKey(tree.getKind())) {
      replace("another operator", tree, left + " " + others.get(tree.getKind()) + " " + right);
    }
    return super.visitBinary(tree, none);
  }

  @Override
  public Void visitReturn(ReturnTree tree, Void none) {
    if (tree.getExpression() != null) {
      changed(tree.getExpression());
    }
    return super.visitReturn(tree, none);
  }

  @Override
  public Void visitLambdaExpression(LambdaExpressionTree tree, Void none) {
    replace("a function gives nothing", tree.getBody(), "null");
    if (tree.getParameters().size() == 1) {
      replace(
          "a function changes nothing",
          tree.getBody(),
          tree.getParameters().get(0).getName().toString());
    }
    return super.visitLambdaExpression(tree, none);
  }

  @Override
  public Void visitMemberReference(MemberReferenceTree tree, Void none) {
    replace("a function gives nothing", tree, "one -> null");
    replace("a function changes nothing", tree, "one -> one");
    return super.visitMemberReference(tree, none);
  }

  @Override
  public Void visitLiteral(LiteralTree tree, Void none) {
    Object value = tree.getValue();
    if (value instanceof String string) {
      replace("another text", tree, "\"" + string + "x\"");
    } else if (value instanceof Boolean flag) {
      replace("another constant", tree, String.valueOf(!flag));
    } else if (value instanceof Number || value instanceof Character) {
      replace("another constant", tree, text(tree) + " + 1");
    }
    return null;
  }

  @Override
  public Void visitNewClass(NewClassTree tree, Void none) {
    arguments(tree.getArguments());
    return super.visitNewClass(tree, none);
  }

  @Override
  public Void visitMethodInvocation(MethodInvocationTree call, Void none) {
    arguments(call.getArguments());
    if (call.getMethodSelect() instanceof MemberSelectTree select) {
      String receiver = text(select.getExpression());
      String method = select.getIdentifier().toString();
      String rest = text.substring(end(select), end(call));
      replace("a call is left out", call, receiver);
      Set<String> others =
          new LinkedHashSet<>(
              (call.getArguments().isEmpty() ? calledWithoutArguments : calledWithOne)
                  .getOrDefault(receiver, Set.of()));
      others.remove(method);
      for (String other : others) {
        replace("another method of the same object", call, receiver + "." + other + rest);
      }
      String collecting = OTHER_COLLECTOR_METHODS.get(method);
      if (collecting != null) {
        replace("a missing value is treated otherwise", call, receiver + "." + collecting + rest);
      }
      if (method.equals("stream")) {
        for (String other : List.of("skip(1)", "limit(1)", "limit(0)", "distinct()")) {
          replace("elements are left out", call, text(call) + "." + other);
        }
        replace("elements come in another order", call, text(call) + ".sorted((a, b) -> -1)");
        replace("elements come twice", call, twice(text(call)));
      }
      if (method.equals("toList")) {
        replace("a list is empty", call, "List.of()");
      }
    }
    return super.visitMethodInvocation(call, none);
  }

  private static String twice(String stream) {
    return "java.util.stream.Stream.concat(" + stream + ", " + stream + ")";
  }

  private void arguments(List<? extends ExpressionTree> arguments) {
    for (ExpressionTree argument : arguments) {
      if (!(argument instanceof LiteralTree)) {
        changed(argument);
      }
    }
    for (int index = 1; index < arguments.size(); index++) {
      ExpressionTree left = arguments.get(index - 1);
      ExpressionTree right = arguments.get(index);
      String between = text.substring(end(left), start(right));
      change(
          "two values change places", start(left), end(right), text(right) + between + text(left));
    }
  }

  private void changed(ExpressionTree value) {
    String code = text(value);
    replace("a value is missing", value, "null");
    if (!(value instanceof LambdaExpressionTree) && !(value instanceof MemberReferenceTree)) {
      replace("a value is changed", value, "(" + code + ") + 1");
      if (code.contains("ptional")) {
        replace("a value is empty", value, "java.util.Optional.empty()");
      }
      if (code.contains("ist(") || code.contains("stream")) {
        replace("a list is empty", value, "new java.util.ArrayList<>()");
      }
    }
  }

  private void replace(String change, Tree tree, String by) {
    change(change, start(tree), end(tree), by);
  }

  private void change(String change, int from, int to, String by) {
    String before = text.substring(from, to);
    if (!before.equals(by)) {
      long line = unit.getLineMap().getLineNumber(from);
      mutants.add(
          new Mutant(
              name,
              change,
              "line " + line + ", " + oneLine(before) + " becomes " + oneLine(by),
              text.substring(0, from) + by + text.substring(to)));
    }
  }

  private static String oneLine(String code) {
    String line = code.replaceAll("\\s+", " ");
    return "`" + (line.length() > 70 ? line.substring(0, 67) + "..." : line) + "`";
  }

  private int start(Tree tree) {
    return (int) positions.getStartPosition(unit, tree);
  }

  private int end(Tree tree) {
    return (int) positions.getEndPosition(unit, tree);
  }

  private String text(Tree tree) {
    return text.substring(start(tree), end(tree));
  }

  @Override
  public Void visitClass(ClassTree tree, Void none) {
    return scan(tree.getMembers(), none);
  }
}
