package dev.shelftwin.ledger;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;

/** Finds fields by paths such as {@code kiln.code}, through what other fields hold. */
final class Paths {

  private final Shapes shapes;

  Paths(Shapes shapes) {
    this.shapes = shapes;
  }

  /** The first name of a path. */
  static String head(String path) {
    int dot = path.indexOf('.');
    return dot < 0 ? path : path.substring(0, dot);
  }

  /** The path without its first name; empty where it has one name only. */
  static String rest(String path) {
    int dot = path.indexOf('.');
    return dot < 0 ? "" : path.substring(dot + 1);
  }

  static boolean isWhole(String path) {
    return path.indexOf('.') < 0;
  }

  /** The field at a path, named by it; empty where there is none. */
  Optional<Field> find(Shape shape, String path) {
    Optional<Field> whole = shape.field(path);
    return isWhole(path) || whole.isPresent()
        ? whole
        : shape.field(head(path)).flatMap(field -> within(field, rest(path)));
  }

  /** The names that could stand in a path's place: those of the same depth below its first name. */
  List<String> names(Shape shape, String path) {
    Optional<Field> head = isWhole(path) ? Optional.empty() : shape.field(head(path));
    return head.isEmpty()
        ? shape.fields().stream().map(Field::name).toList()
        : shapes.find(Container.held(head.get().type())).stream()
            .flatMap(held -> names(held, rest(path)).stream())
            .map(name -> head(path) + "." + name)
            .toList();
  }

  /** A part of what a field holds, of each element where it holds several. */
  private Optional<Field> within(Field head, String path) {
    return shapes
        .find(Container.held(head.type()))
        .flatMap(shape -> find(shape, path))
        .map(part -> joined(head, part));
  }

  /** A part of what a field holds, named by its path. */
  static Field joined(Field head, Field part) {
    return new Field(
        head.name() + "." + part.name(),
        part.type(),
        part.outside(),
        presence(head, part),
        part.limits(),
        part.roles(),
        head.stored() && part.stored(),
        head.reader().flatMap(outer -> part.reader().map(inner -> through(inner, outer))),
        head.reader().flatMap(outer -> part.writer().map(inner -> through(inner, outer))),
        Optional.empty(),
        part.annotations(),
        part.place());
  }

  /** The last step of a path alone. */
  static Access innermost(Access reader) {
    return new Access(reader.kind(), reader.name(), reader.type(), reader.visibility());
  }

  private static Access through(Access inner, Access outer) {
    return inner.through(outer);
  }

  private static Presence presence(Field head, Field part) {
    if (head.presence() == part.presence()) {
      return head.presence();
    }
    boolean optional = head.presence() == Presence.OPTIONAL || part.presence() == Presence.OPTIONAL;
    return optional ? Presence.OPTIONAL : Presence.UNSAID;
  }

  /** Whether a JPA provider keeps what a field holds in a table of its own. */
  boolean isEntity(TypeRef type) {
    return shapes.find(Container.held(type)).filter(Shape::isEntity).isPresent();
  }
}
