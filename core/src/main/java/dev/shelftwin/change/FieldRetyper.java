package dev.shelftwin.change;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreeScanner;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Gives a field another type, wherever the source of its type names the old one. */
final class FieldRetyper {

  /** Annotations that map a single value to columns. */
  private static final Set<String> SINGLE =
      Set.of("Column", "Enumerated", "ManyToOne", "OneToOne", "JoinColumn", "Basic", "Embedded");

  private final TypeSource source;
  private final String name;
  private final TextEdits edits;
  private final Imports imports;
  private final Role role;
  private final RowField columns;

  FieldRetyper(TypeSource source, String name, Role role, boolean holdsRows) {
    this.source = source;
    this.name = name;
    this.edits = new TextEdits(source.text());
    this.imports = new Imports(source, edits);
    this.role = role;
    this.columns = new RowField(source, imports, role, holdsRows);
  }

  /**
   * The text of the file with the other type; empty if the type does not declare the field itself.
   */
  Optional<String> retyped(TypeRef type) {
    Optional<VariableTree> field =
        source.fields().stream().filter(one -> one.getName().contentEquals(name)).findFirst();
    if (field.isEmpty()) {
      return Optional.empty();
    }
    imports.add(type);
    boolean several = Container.of(type).isPresent();
    retype(field.get().getType(), type, several);
    if (several && role == Role.PERSISTENCE && !source.isRecord()) {
      stored(field.get(), type);
    }
    for (MethodTree method : source.methods()) {
      boolean makes = method.getReturnType() == null || source.isFactory(method);
      boolean sets = method.getName().toString().equalsIgnoreCase("set" + name);
      if (makes || sets) {
        method.getParameters().stream()
            .filter(one -> one.getName().contentEquals(name) || sets)
            .forEach(one -> retype(one.getType(), type, several));
      }
      if (isReader(method)) {
        retype(method.getReturnType(), type, several);
      }
      if (several) {
        handedOn(method, type);
      }
    }
    imports.write();
    return Optional.of(edits.edited());
  }

  private boolean isReader(MethodTree method) {
    String called = method.getName().toString();
    return method.getParameters().isEmpty()
        && method.getReturnType() != null
        && Stream.of(name, "get" + name, "is" + name).anyMatch(called::equalsIgnoreCase);
  }

  /** An optional stays one, unless there are several values: then it is empty without any. */
  private void retype(Tree old, TypeRef type, boolean several) {
    boolean optional = source.text(old).startsWith("Optional<") && !several;
    edits.replace(
        source.start(old),
        source.end(old),
        optional ? "Optional<" + type.boxed() + ">" : type.toString());
  }

  /** A row keeps several values in a table of their own. */
  private void stored(VariableTree field, TypeRef type) {
    List<? extends AnnotationTree> old =
        field.getModifiers().getAnnotations().stream()
            .filter(one -> SINGLE.contains(one.getAnnotationType().toString()))
            .toList();
    NewField several = new NewField(name, type, NewField.Form.REQUIRED, Limits.NONE);
    boolean refers =
        old.stream().anyMatch(one -> one.getAnnotationType().toString().equals("ManyToOne"));
    String annotations =
        source.indented(refers ? columns.references(type) : columns.annotation(several));
    for (AnnotationTree one : old) {
      long end = source.end(one);
      String text = source.text();
      while (end < text.length() && Character.isWhitespace(text.charAt((int) end))) {
        end++;
      }
      edits.replace(source.start(one), end, one == old.get(0) ? annotations : "");
    }
    if (old.isEmpty()) {
      edits.insert(source.start(field), annotations);
    }
    if (field.getInitializer() == null) {
      edits.insert(source.end(field) - 1, columns.first(several));
    }
  }

  /** Where a method handed on a value that might be missing, it hands on all of them. */
  private void handedOn(MethodTree method, TypeRef type) {
    new Optionals().scan(method, null);
    if (method.getReturnType() == null) {
      source.assignments(method).stream()
          .filter(one -> one.field().equals(name))
          .map(TypeSource.Assignment::value)
          .forEach(one -> edits.replace(source.start(one), source.end(one), copy(type)));
    }
  }

  /** Replaces what makes a nullable value of an optional, or the reverse. */
  private final class Optionals extends TreeScanner<Void, Void> {

    @Override
    public Void visitMethodInvocation(MethodInvocationTree call, Void unused) {
      String text = call.toString();
      if (text.equals(name + ".orElse(null)") || text.equals("Optional.ofNullable(" + name + ")")) {
        edits.replace(source.start(call), source.end(call), name);
        return null;
      }
      return super.visitMethodInvocation(call, null);
    }
  }

  private String copy(TypeRef type) {
    return List.of("List", "Set", "Map").contains(type.name())
        ? type.name() + ".copyOf(" + name + ")"
        : name;
  }
}
