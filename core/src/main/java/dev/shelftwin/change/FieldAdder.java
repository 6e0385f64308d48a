package dev.shelftwin.change;

import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreeScanner;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;

/** Adds a field to a type, in the way in which the type has its other fields. */
final class FieldAdder {

  private final TypeSource source;
  private final TextEdits edits;
  private final Imports imports;
  private final Lists lists;
  private final Role role;
  private final RowField columns;

  /**
   * Adds to a type.
   *
   * @param holdsRows whether the field holds rows of another table
   */
  FieldAdder(TypeSource source, Role role, boolean holdsRows) {
    this.source = source;
    this.edits = new TextEdits(source.text());
    this.imports = new Imports(source, edits);
    this.lists = new Lists(source, edits);
    this.columns = new RowField(source, imports, role, holdsRows);
    this.role = role;
  }

  /** The text of the file with the field. */
  String added(NewField field) {
    imports.add(field.type());
    if (source.isRecord()) {
      toRecord(field);
    } else if (source.type().getKind() == Tree.Kind.INTERFACE) {
      toInterface(field);
    } else if (hasOnlyFields()) {
      toFields(field);
    } else if (isBean() || mainConstructor().isEmpty()) {
      toBean(field);
    } else {
      toClass(field, mainConstructor().get());
    }
    imports.write();
    return edits.edited();
  }

  private boolean hasOptionals(List<? extends VariableTree> variables) {
    return variables.stream().anyMatch(one -> one.getType().toString().startsWith("Optional<"));
  }

  private String optional(NewField field) {
    imports.add("java.util.Optional");
    return "Optional<" + field.type().boxed() + ">";
  }

  // Records

  private void toRecord(NewField field) {
    List<VariableTree> components = source.fields();
    boolean wrapped = field.form() == NewField.Form.OPTIONAL;
    String type = wrapped ? optional(field) : field.nullable();
    String item = type + " " + field.name();
    lists.append(components, source.behind(source.type().getModifiers(), source.type()), item);
    for (MethodTree constructor : source.constructors()) {
      if (constructor.getParameters().size() == components.size()
          && source.text(constructor).contains("(")) {
        assigned(constructor, field, field.name(), item);
      }
    }
    passOn(components.size(), field, item, field.name());
  }

  /** Adds a parameter and an assignment; compact constructors have neither. */
  private void assigned(MethodTree constructor, NewField field, String value, String parameter) {
    List<TypeSource.Assignment> assignments = source.assignments(constructor);
    if (!assignments.isEmpty()) {
      lists.append(constructor.getParameters(), parametersOf(constructor), parameter);
      long end = source.end(assignments.get(assignments.size() - 1).statement());
      insert(end, "\n    this." + field.name() + " = " + value + ";");
    }
  }

  /** Lets methods of the type that call the constructor hand the value on. */
  private void passOn(int parameters, NewField field, String ofFactory, String value) {
    for (MethodTree method : source.methods()) {
      List<NewClassTree> calls = new ArrayList<>();
      new Calls(parameters, calls).scan(method, null);
      if (calls.isEmpty()) {
        continue;
      }
      boolean isStatic = method.getModifiers().getFlags().contains(Modifier.STATIC);
      if (isStatic) {
        lists.append(method.getParameters(), parametersOf(method), ofFactory);
      }
      String passed = isStatic ? value : field.name();
      calls.forEach(call -> lists.append(call.getArguments(), source.start(call), passed));
    }
  }

  /** Finds the calls of the type's constructor with a number of arguments. */
  private final class Calls extends TreeScanner<Void, Void> {

    private final int arguments;
    private final List<NewClassTree> found;

    Calls(int arguments, List<NewClassTree> found) {
      this.arguments = arguments;
      this.found = found;
    }

    @Override
    public Void visitNewClass(NewClassTree call, Void unused) {
      if (call.getIdentifier().toString().equals(source.name())
          && call.getArguments().size() == arguments) {
        found.add(call);
      }
      return super.visitNewClass(call, null);
    }
  }

  private long parametersOf(MethodTree method) {
    return source.behind(method.getModifiers(), method);
  }

  // Classes whose constructor takes their values

  private Optional<MethodTree> mainConstructor() {
    return source.constructors().stream()
        .filter(one -> !source.assignments(one).isEmpty())
        .max(Comparator.comparingInt(one -> source.assignments(one).size()));
  }

  /** Whether the type has a constructor without parameters that leaves the fields empty. */
  private boolean leavesFieldsOut() {
    return source.constructors().stream()
        .anyMatch(
            one ->
                one.getParameters().isEmpty()
                    && (one.getBody() == null || !source.text(one.getBody()).contains("this(")));
  }

  private boolean isBean() {
    return leavesFieldsOut()
        && source.methods().stream().anyMatch(one -> one.getName().toString().startsWith("set"));
  }

  private void toClass(NewField field, MethodTree constructor) {
    boolean keepsOptionals = hasOptionals(source.fields());
    boolean wrapped = field.optional() && keepsOptionals;
    String type = wrapped ? optional(field) : field.nullable();
    boolean isFinal =
        !leavesFieldsOut()
            && source.fields().stream()
                .anyMatch(one -> one.getModifiers().getFlags().contains(Modifier.FINAL));
    String modifiers = isFinal ? "private final " : "private ";
    declare(modifiers + type + " " + field.name() + ";", "\n  ");
    assigned(constructor, field, kept(field, constructor), type + " " + field.name());
    boolean factoriesTakeOptionals =
        field.optional()
            && source.methods().stream()
                .filter(source::isFactory)
                .anyMatch(one -> hasOptionals(one.getParameters()));
    String ofFactory = factoriesTakeOptionals ? optional(field) : type;
    String passed =
        factoriesTakeOptionals && !wrapped ? field.name() + ".orElse(null)" : field.name();
    passOn(constructor.getParameters().size(), field, ofFactory + " " + field.name(), passed);
    String shown = field.optional() && !wrapped && showsOptionals() ? optional(field) : type;
    String result = shown.equals(type) ? field.name() : "Optional.ofNullable(" + field.name() + ")";
    method("public " + shown + " " + reader(field) + "() {\n    return " + result + ";\n  }");
  }

  /** What a constructor keeps: a copy of a collection, and nothing missing that is required. */
  private String kept(NewField field, MethodTree constructor) {
    if (field.optional() || field.type().isPrimitive()) {
      return field.name();
    }
    if (List.of("List", "Set", "Map").contains(field.type().name())) {
      return field.type().name() + ".copyOf(" + field.name() + ")";
    }
    return source.text(constructor).contains("Objects.requireNonNull(")
        ? "Objects.requireNonNull(" + field.name() + ", \"" + field.name() + "\")"
        : field.name();
  }

  private boolean showsOptionals() {
    return role == Role.DOMAIN
        || source.methods().stream()
            .anyMatch(
                one ->
                    one.getReturnType() != null
                        && one.getReturnType().toString().startsWith("Optional<"));
  }

  private String reader(NewField field) {
    boolean prefixed =
        source.methods().stream().anyMatch(one -> one.getName().toString().startsWith("get"));
    return prefixed ? "get" + field.capital() : field.name();
  }

  /** Adds a declaration behind those of the other fields. */
  private void declare(String declaration, String before) {
    List<VariableTree> fields = source.fields().isEmpty() ? source.variables() : source.fields();
    if (fields.isEmpty()) {
      insert(source.body(), "\n  " + declaration + (source.methods().isEmpty() ? "" : "\n"));
    } else {
      insert(source.end(fields.get(fields.size() - 1)), before + declaration);
    }
  }

  private void insert(long at, String lines) {
    edits.insert(at, source.indented(lines));
  }

  /** Adds a method behind the last accessor. */
  private void method(String text) {
    List<String> names = source.fields().stream().map(one -> one.getName().toString()).toList();
    Optional<MethodTree> last =
        source.methods().stream()
            .filter(one -> isAccessor(one.getName().toString(), names))
            .reduce((first, next) -> next);
    List<? extends Tree> members =
        source.methods().isEmpty() ? source.variables() : source.methods();
    Optional<Tree> behind =
        last.<Tree>map(one -> one)
            .or(() -> members.stream().reduce((first, next) -> next).map(one -> one));
    long body = source.body();
    boolean isOneLine =
        !source.text().substring((int) body, (int) source.end(source.type())).contains("\n");
    String close = isOneLine ? "\n" + source.indentation(source.type()) : "";
    insert(behind.map(source::end).orElse(body), "\n\n  " + text + close);
  }

  private static boolean isAccessor(String method, List<String> fields) {
    return fields.stream()
        .anyMatch(
            field ->
                method.equals(field)
                    || method.equalsIgnoreCase("get" + field)
                    || method.equalsIgnoreCase("is" + field)
                    || method.equalsIgnoreCase("set" + field));
  }

  private void toInterface(NewField field) {
    boolean wrapped = field.optional() && showsOptionals();
    String type = wrapped ? optional(field) : field.nullable();
    boolean isSet =
        source.methods().stream().anyMatch(one -> one.getName().toString().startsWith("set"));
    String setter = "\n\n  void set" + field.capital() + "(" + type + " " + field.name() + ");";
    method(type + " " + reader(field) + "();" + (isSet ? setter : ""));
  }

  // Classes whose fields are used directly, or whose methods a tool adds while they are compiled

  private boolean hasOnlyFields() {
    List<String> names = source.fields().stream().map(one -> one.getName().toString()).toList();
    return !names.isEmpty()
        && mainConstructor().isEmpty()
        && source.methods().stream().noneMatch(one -> isAccessor(one.getName().toString(), names));
  }

  private void toFields(NewField field) {
    List<VariableTree> fields = source.fields();
    VariableTree last = fields.get(fields.size() - 1);
    Set<Modifier> flags = last.getModifiers().getFlags();
    String modifiers =
        flags.stream()
            .filter(one -> one != Modifier.FINAL || last.getInitializer() == null)
            .map(one -> one + " ")
            .collect(Collectors.joining());
    declare(
        columns.annotation(field)
            + modifiers
            + field.nullable()
            + " "
            + field.name()
            + columns.first(field)
            + ";",
        areApart(fields) ? "\n\n  " : "\n  ");
  }

  /** Whether there is an empty line before the last field. */
  private boolean areApart(List<VariableTree> fields) {
    long start = source.start(fields.get(fields.size() - 1));
    long before = fields.size() == 1 ? source.body() : source.end(fields.get(fields.size() - 2));
    return source.text().substring((int) before, (int) start).matches("(?s).*\n\\s*\n.*");
  }

  // Beans and entities

  private void toBean(NewField field) {
    String type = field.nullable();
    declare(
        columns.annotation(field)
            + "private "
            + type
            + " "
            + field.name()
            + columns.first(field)
            + ";",
        "\n\n  ");
    boolean isBoolean = type.equals("boolean");
    method(
        "public "
            + type
            + " "
            + (isBoolean ? "is" : "get")
            + field.capital()
            + "() {\n    return "
            + field.name()
            + ";\n  }\n\n  "
            + setterModifier()
            + "void set"
            + field.capital()
            + "("
            + type
            + " "
            + field.name()
            + ") {\n    this."
            + field.name()
            + " = "
            + field.name()
            + ";\n  }");
  }

  /** As most setters have it. */
  private String setterModifier() {
    List<MethodTree> setters =
        source.methods().stream()
            .filter(one -> one.getName().toString().startsWith("set"))
            .toList();
    long open =
        setters.stream()
            .filter(one -> one.getModifiers().getFlags().contains(Modifier.PUBLIC))
            .count();
    return setters.isEmpty() || 2 * open >= setters.size() ? "public " : "";
  }
}
