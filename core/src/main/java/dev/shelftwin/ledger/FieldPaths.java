package dev.shelftwin.ledger;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;

/** Finds fields by paths such as {@code kiln.code}. */
final class FieldPaths {

  private final Shapes shapes;

  FieldPaths(Shapes shapes) {
    this.shapes = shapes;
  }

  /** The first name of a path. */
  static String head(String path) {
    int dot = path.indexOf('.');
    return dot < 0 ? path : path.substring(0, dot);
  }

  /** The path without its first name; empty if it has one name only. */
  static String rest(String path) {
    int dot = path.indexOf('.');
    return dot < 0 ? "" : path.substring(dot + 1);
  }

  static boolean isSingleName(String path) {
    return path.indexOf('.') < 0;
  }

  /** The field at a path, named by the path. */
  Optional<Field> find(Shape shape, String path) {
    Optional<Field> whole = shape.field(path);
    return isSingleName(path) || whole.isPresent()
        ? whole
        : shape.field(head(path)).flatMap(field -> within(field, rest(path)));
  }

  /** The paths that could be meant: those of the same depth with the same first name. */
  List<String> alternatives(Shape shape, String path) {
    Optional<Field> head = isSingleName(path) ? Optional.empty() : shape.field(head(path));
    return head.isEmpty()
        ? shape.fields().stream().map(Field::name).toList()
        : shapes.find(Container.held(head.get().type())).stream()
            .flatMap(held -> alternatives(held, rest(path)).stream())
            .map(name -> head(path) + "." + name)
            .toList();
  }

  private Optional<Field> within(Field head, String path) {
    return shapes
        .find(Container.held(head.type()))
        .flatMap(shape -> find(shape, path))
        .map(part -> joined(head, part));
  }

  /** A field of what another field holds, named by its path. */
  static Field joined(Field head, Field part) {
    return part.at(
        head.name() + "." + part.name(),
        presence(head, part),
        head.stored() && part.stored(),
        head.reader().flatMap(outer -> part.reader().map(inner -> inner.through(outer))),
        head.reader().flatMap(outer -> part.writer().map(inner -> inner.through(outer))));
  }

  /** The access of a path to an object that its first name reads. */
  static Access fromHead(Access reader) {
    return reader
        .through()
        .filter(outer -> outer.through().isPresent())
        .map(outer -> reader.direct().through(fromHead(outer)))
        .orElseGet(reader::direct);
  }

  /** Whether a path such as {@code kiln.code} ends in the row that its first name reads. */
  static boolean isOfRow(Access reader) {
    return reader.through().filter(row -> row.through().isPresent()).isEmpty();
  }

  /** The last access of a path. */
  static Access innermost(Access reader) {
    return reader.direct();
  }

  private static Presence presence(Field head, Field part) {
    if (head.has(FieldTrait.COMPOSITE_KEY)) {
      return Presence.REQUIRED; // Jakarta Persistence 3.2, §2.4
    }
    if (head.presence() == part.presence()) {
      return head.presence();
    }
    boolean optional = head.presence() == Presence.OPTIONAL || part.presence() == Presence.OPTIONAL;
    return optional ? Presence.OPTIONAL : Presence.UNSPECIFIED;
  }

  /** Whether the values of a field are rows with a table of their own. */
  boolean isEntity(TypeRef type) {
    return shapes.find(Container.held(type)).filter(Shape::isEntity).isPresent();
  }
}
