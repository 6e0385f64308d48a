package dev.shelftwin.change;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ModifiersTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.Trees;
import dev.shelftwin.compile.Javac;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;

/** The source of one type, as the compiler's trees have it. */
final class TypeSource {

  private static final Pattern INDENTATION = Pattern.compile("\n((?:  )+)");

  private final Path file;
  private final String text;
  private final CompilationUnitTree unit;
  private final SourcePositions positions;
  private final ClassTree type;

  private TypeSource(
      Path file, String text, CompilationUnitTree unit, SourcePositions positions, ClassTree type) {
    this.file = file;
    this.text = text;
    this.unit = unit;
    this.positions = positions;
    this.type = type;
  }

  /**
   * Reads the source of a type.
   *
   * @throws InputException if it cannot be read, or does not have the type any more
   */
  static TypeSource read(Path file, TypeRef type) {
    try {
      return parse(file, Files.readString(file), type);
    } catch (IOException gone) {
      throw new InputException(
          Place.in(file.toString()), "the source cannot be read", "build the project again");
    }
  }

  /** Reads a text. */
  static TypeSource parse(Path file, String text, TypeRef type) {
    JavacTask task =
        (JavacTask)
            Javac.compiler()
                .getTask(
                    null,
                    null,
                    new DiagnosticCollector<>(),
                    List.of("-proc:none"),
                    null,
                    List.of(new InMemory(text)));
    try {
      CompilationUnitTree unit = task.parse().iterator().next();
      List<? extends Tree> members = unit.getTypeDecls();
      Optional<ClassTree> found = Optional.empty();
      for (String name : type.name().split("\\.", -1)) {
        found = find(members, name);
        members = found.<List<? extends Tree>>map(ClassTree::getMembers).orElse(List.of());
      }
      ClassTree tree =
          found.orElseThrow(
              () ->
                  new InputException(
                      Place.in(file.toString()),
                      "the source has no type " + type.name() + " any more",
                      "build the project again"));
      return new TypeSource(file, text, unit, Trees.instance(task).getSourcePositions(), tree);
    } catch (IOException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private static Optional<ClassTree> find(List<? extends Tree> trees, String name) {
    return trees.stream()
        .filter(ClassTree.class::isInstance)
        .map(ClassTree.class::cast)
        .filter(tree -> tree.getSimpleName().contentEquals(name))
        .findFirst();
  }

  Path file() {
    return file;
  }

  String text() {
    return text;
  }

  CompilationUnitTree unit() {
    return unit;
  }

  String name() {
    return type.getSimpleName().toString();
  }

  ClassTree type() {
    return type;
  }

  boolean isRecord() {
    return type.getKind() == Tree.Kind.RECORD;
  }

  /** Whether it is a record's constructor without parameters of its own (JLS §8.10.4.2). */
  boolean isCompact(MethodTree method) {
    return isRecord()
        && method.getReturnType() == null
        && method.getParameters().stream().anyMatch(one -> end(one) < 0);
  }

  long start(Tree tree) {
    return positions.getStartPosition(unit, tree);
  }

  long end(Tree tree) {
    return positions.getEndPosition(unit, tree);
  }

  /** Behind the brace that opens the body of the type. */
  long body() {
    long header =
        Stream.of(
                type.getTypeParameters(),
                Stream.ofNullable(type.getExtendsClause()).toList(),
                type.getImplementsClause(),
                type.getPermitsClause(),
                isRecord() ? fields() : List.<Tree>of())
            .flatMap(List::stream)
            .mapToLong(this::end)
            .reduce(behind(type.getModifiers(), type), Math::max);
    return text.indexOf('{', (int) header) + 1L;
  }

  /** Behind the modifiers and annotations of a declaration; its start if it has none. */
  long behind(ModifiersTree modifiers, Tree declaration) {
    return Math.max(start(declaration), end(modifiers));
  }

  String text(Tree tree) {
    return text.substring((int) start(tree), (int) end(tree));
  }

  /**
   * Lines for the body of the type, with the indentation of its members.
   *
   * @param lines indented by two spaces for each level; the type itself has none
   */
  String indented(String lines) {
    String outer = indentation(type);
    String member =
        type.getMembers().stream()
            .filter(one -> end(one) > start(one) && start(one) > start(type))
            .map(this::indentation)
            .filter(one -> one.length() > outer.length() && one.startsWith(outer))
            .findFirst()
            .orElse(outer + "  ");
    String level = member.substring(outer.length());
    return INDENTATION
        .matcher(lines)
        .replaceAll(found -> "\n" + outer + level.repeat(found.group(1).length() / 2));
  }

  /** What is before a declaration in its line. */
  String indentation(Tree tree) {
    int start = (int) start(tree);
    String before = text.substring(text.lastIndexOf('\n', start - 1) + 1, start);
    return before.substring(0, before.length() - before.stripLeading().length());
  }

  /** The components of a record, or the instance fields of a class. */
  List<VariableTree> fields() {
    return variables().stream()
        .filter(field -> !field.getModifiers().getFlags().contains(Modifier.STATIC))
        .toList();
  }

  /** The components of a record, or the fields of a class with its constants. */
  List<VariableTree> variables() {
    return type.getMembers().stream()
        .filter(VariableTree.class::isInstance)
        .map(VariableTree.class::cast)
        .toList();
  }

  /** The methods and constructors that are written. */
  List<MethodTree> methods() {
    return type.getMembers().stream()
        .filter(MethodTree.class::isInstance)
        .map(MethodTree.class::cast)
        .filter(method -> end(method) > start(method) && start(method) > start(type))
        .toList();
  }

  /**
   * A statement that sets a field of this object.
   *
   * @param field the field's name
   */
  record Assignment(StatementTree statement, String field, ExpressionTree value) {}

  /** The statements {@code this.field = value} of a method or constructor, in their order. */
  List<Assignment> assignments(MethodTree method) {
    List<Assignment> assignments = new ArrayList<>();
    if (method.getBody() != null) {
      for (StatementTree statement : method.getBody().getStatements()) {
        if (statement instanceof ExpressionStatementTree expression
            && expression.getExpression() instanceof AssignmentTree assignment
            && assignment.getVariable().toString().startsWith("this.")) {
          String field = assignment.getVariable().toString().substring("this.".length());
          assignments.add(new Assignment(statement, field, assignment.getExpression()));
        }
      }
    }
    return assignments;
  }

  List<MethodTree> constructors() {
    return methods().stream().filter(method -> method.getReturnType() == null).toList();
  }

  /** Whether a method makes an object of the type. */
  boolean isFactory(MethodTree method) {
    return method.getModifiers().getFlags().contains(Modifier.STATIC)
        && method.getReturnType() != null
        && method.getReturnType().toString().equals(name());
  }

  /** A source that is at hand. */
  private static final class InMemory extends SimpleJavaFileObject {

    private final String text;

    InMemory(String text) {
      super(URI.create("memory:///Source.java"), JavaFileObject.Kind.SOURCE);
      this.text = text;
    }

    @Override
    public CharSequence getCharContent(boolean ignoreEncodingErrors) {
      return text;
    }
  }
}
