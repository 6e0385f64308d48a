package dev.shelftwin.observe;

import dev.shelftwin.convert.MessageType;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import dev.shelftwin.trial.UserObjects;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;

/** The slots of the objects that a mapper is given. */
final class SlotTree {

  private static final int MAX_DEPTH = 4;

  /** With more, the inner objects of a source are left out, level by level. */
  private static final int ENOUGH = 500;

  private static final TypeRef BYTE = new TypeRef("", "byte", List.of(), 0);

  private final Shapes shapes;
  private final UserObjects objects;
  private final Predicate<Field> required;
  private final int choice;
  private final List<Slot> roots = new ArrayList<>();
  private int count;
  private int choices = 1;

  private SlotTree(Shapes shapes, UserObjects objects, Predicate<Field> required, int choice) {
    this.shapes = shapes;
    this.objects = objects;
    this.required = required;
    this.choice = choice;
  }

  /**
   * The slots of several objects, each with the path that its values are named by.
   *
   * @param choices how many types at most can stand for one abstract type
   */
  record Roots(List<Slot> roots, int count, int choices) {

    Roots {
      roots = List.copyOf(roots);
    }

    List<Slot> all() {
      return roots.stream().flatMap(Slot::all).toList();
    }

    List<Slot.Leaf> leaves() {
      return roots.stream()
          .flatMap(Slot::all)
          .filter(Slot.Leaf.class::isInstance)
          .map(Slot.Leaf.class::cast)
          .toList();
    }
  }

  /** The name and type of an object that a mapper is given. */
  record Root(String path, TypeRef type) {}

  /** The slots of one object whose fields all have values. */
  static Roots of(Root root, Shapes shapes, UserObjects objects) {
    return of(List.of(root), shapes, objects, field -> true, 0);
  }

  /**
   * The slots of the arguments of a mapper.
   *
   * @param required which fields always have a value, though their declarations do not say it
   * @param choice which of the types that can stand for an abstract type does, counted from 0
   */
  static Roots of(
      List<Root> arguments,
      Shapes shapes,
      UserObjects objects,
      Predicate<Field> required,
      int choice) {
    for (int depth = MAX_DEPTH; ; depth--) {
      SlotTree tree = new SlotTree(shapes, objects, required, choice);
      for (Root root : arguments) {
        Level level = new Level(List.of(), depth, Object.class, false);
        tree.roots.add(tree.slot(root.path(), root.type(), Limits.NONE, false, level));
      }
      if (tree.count <= ENOUGH || depth == 1) {
        return new Roots(tree.roots, tree.count, tree.choices);
      }
    }
  }

  /**
   * Where a slot is.
   *
   * @param open the types that it is within, from the outermost one
   * @param depth how many levels may still follow
   * @param holder what the variable behind it can hold
   * @param inKey whether it is a part of a key, which always has a value
   */
  private record Level(List<String> open, int depth, Class<?> holder, boolean inKey) {

    Level below(TypeRef type, Class<?> inner) {
      List<String> inside = new ArrayList<>(open);
      inside.add(type.qualifiedName());
      int rest = open.contains(type.qualifiedName()) ? 0 : depth - 1; // of a tree, only values
      return new Level(inside, rest, inner, inKey);
    }

    Level of(Class<?> inner, boolean key) {
      return new Level(open, depth, inner, key);
    }

    /** Whether the fields of a type are followed here; in a tree one level below the root. */
    boolean opens(TypeRef type) {
      String name = type.qualifiedName();
      boolean isTree = !open.isEmpty() && open.get(open.size() - 1).equals(name);
      return !open.contains(name) || (isTree && Collections.frequency(open, name) == 1);
    }
  }

  private Slot slot(String path, TypeRef declared, Limits limits, boolean missing, Level level) {
    TypeRef type = declared.present();
    boolean mayBeMissing = (missing || declared.isOptional()) && !declared.isPrimitive();
    int index = count++;
    Optional<Container> container =
        Container.of(type).filter(kind -> !Container.element(type).equals(BYTE));
    if (container.isPresent()) {
      return many(index, path, type, mayBeMissing, container.get(), level);
    }
    Optional<Shape> shape = shapes.find(type);
    boolean jdk = type.isPrimitive() || type.qualifiedName().startsWith("java.");
    if (type.boxed().isLang("Boolean")) {
      return new Slot.Leaf(index, path, type, limits, mayBeMissing, List.of(true, false));
    }
    if (shape.filter(one -> !one.constants().isEmpty()).isPresent()) {
      List<Object> constants =
          Stream.of(objects.load(type).getEnumConstants())
              .filter(one -> shape.get().constants().contains(((Enum<?>) one).name()))
              .map(Object.class::cast)
              .toList();
      return new Slot.Leaf(index, path, type, limits, mayBeMissing, constants);
    }
    if (jdk && !DistinctValues.knows(type) && !objects.hasSampleMethod(type)) {
      return new Slot.Opaque(index, path, type);
    }
    if (jdk || objects.hasSampleMethod(type) || isBinary(type) || isOfMessages(type)) {
      return new Slot.Leaf(index, path, type, limits, mayBeMissing, List.of());
    }
    if (shape.isEmpty()) {
      return new Slot.Opaque(index, path, type);
    }
    boolean isOpenRoot = path.isEmpty() && shape.get().isOpenInterface();
    Optional<Shape> row = isOpenRoot ? Optional.empty() : standIn(shape.get(), level);
    List<Field> fields = fields(shape.get(), row);
    if (path.endsWith(")") && fields.stream().noneMatch(field -> canBeGiven(field, shape.get()))) {
      return new Slot.Opaque(index, path, type); // no data, such as a repository
    }
    if (!path.isEmpty()
        && isValueObject(shape.get(), fields)
        && objects.ofConcept(shape.get()).isEmpty()) {
      return new Slot.Leaf(index, path, type, limits, mayBeMissing, List.of());
    }
    if (fields.isEmpty() || level.depth() == 0 || !level.opens(type)) {
      return new Slot.Opaque(index, path, type);
    }
    Shape made = row.orElse(shape.get());
    List<Slot.Member> members =
        fields.stream()
            .map(one -> member(one, path, level.below(type, objects.holder(made.type(), one))))
            .toList();
    return new Slot.Node(index, path, made.type(), mayBeMissing, made, members);
  }

  private Slot.Member member(Field field, String path, Level level) {
    String inner = path.isEmpty() ? field.name() : path + "." + field.name();
    boolean always = level.inKey() || field.presence() == Presence.REQUIRED || required.test(field);
    Level inside = level.of(level.holder(), level.inKey() || field.has(FieldTrait.COMPOSITE_KEY));
    return new Slot.Member(field, slot(inner, field.type(), field.limits(), !always, inside));
  }

  /** Whether a setter or a constructor can set a field; a provider sets all fields of a row. */
  private static boolean canBeGiven(Field field, Shape shape) {
    boolean written =
        field.writer().filter(writer -> writer.visibility() == Visibility.PUBLIC).isPresent();
    return shape.hasColumns()
        || written
        || shape.creators().stream()
            .flatMap(creator -> creator.parameters().stream())
            .anyMatch(parameter -> parameter.name().equals(field.name()));
  }

  private Optional<Shape> standIn(Shape type, Level level) {
    List<Shape> all =
        objects.standIns(type).stream()
            .filter(one -> level.holder().isAssignableFrom(objects.load(one.type())))
            .toList();
    choices = Math.max(choices, all.size());
    return all.isEmpty() ? Optional.empty() : Optional.of(all.get(choice % all.size()));
  }

  /**
   * The fields of a type, as the type has them that stands for an abstract one: all of its own, if
   * it is one of several kinds, else those that the abstract type knows of.
   */
  private static List<Field> fields(Shape type, Optional<Shape> standIn) {
    boolean isKind = !type.isOpenInterface() && !type.has(ShapeTrait.IMPLEMENTED);
    if (standIn.isEmpty() || isKind) {
      return standIn.orElse(type).storedFields().toList();
    }
    return type.storedFields()
        .flatMap(field -> standIn.get().field(field.name()).stream())
        .toList();
  }

  private static boolean isBinary(TypeRef type) {
    return type.isArray() && Container.element(type).equals(BYTE);
  }

  private static boolean isOfMessages(TypeRef type) {
    return MessageType.of(type).isPresent();
  }

  /** Whether an object is no more than one value with a type of its own. */
  private static boolean isValueObject(Shape shape, List<Field> fields) {
    return fields.size() == 1
        && !shape.hasColumns()
        && !shape.isAbstract()
        && Container.of(fields.get(0).type().present()).isEmpty();
  }

  private Slot many(
      int index,
      String path,
      TypeRef type,
      boolean mayBeMissing,
      Container container,
      Level level) {
    TypeRef element = Container.element(type);
    boolean map = container == Container.MAP;
    Level inside = level.of(Object.class, level.inKey());
    List<Slot> elements = new ArrayList<>();
    List<Slot.Leaf> keys = new ArrayList<>();
    for (int place = 0; place < 2; place++) {
      elements.add(slot(path + (map ? "{}" : "[]"), element, Limits.NONE, false, inside));
      if (map) {
        Slot key = slot(path + "{key}", type.arguments().get(0), Limits.NONE, false, inside);
        if (key instanceof Slot.Leaf leaf) {
          keys.add(leaf);
        }
      }
    }
    boolean empty =
        elements.stream().anyMatch(Slot.Opaque.class::isInstance) || (map && keys.size() < 2);
    return empty
        ? new Slot.Opaque(index, path, type)
        : new Slot.Many(index, path, type, mayBeMissing, container, elements, keys);
  }
}
