package dev.shelftwin.change;

import dev.shelftwin.finding.Listing;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** The types from which a type inherits a field, or whose accessors it implements. */
final class Inheritance {

  /** How many types a message names. */
  private static final int SHOWN = 3;

  private final OwnSources sources;
  private final Shapes shapes;

  Inheritance(OwnSources sources, Shapes shapes) {
    this.sources = sources;
    this.shapes = shapes;
  }

  /** The types above a type that declare or inherit its field. */
  List<Shape> above(Shape shape, String field) {
    return shape.supertypes().stream()
        .flatMap(type -> shapes.find(type).stream())
        .filter(type -> type.field(field).isPresent())
        .toList();
  }

  /**
   * Those of them that only the type has the field from, such as the interface of one
   * implementation.
   *
   * @param known further types that may have it from them, without type arguments
   */
  List<Shape> only(Shape shape, String field, Set<TypeRef> known) {
    List<Shape> above = above(shape, field);
    return above.stream().filter(type -> shared(type, shape, above, known).isEmpty()).toList();
  }

  /**
   * Why the field of a type above cannot be changed for one type alone: the users' other types that
   * inherit it, or that its source is not at hand.
   *
   * @param shape the type below it
   * @param above all types above that one which have the field
   * @param known further types that may inherit it, without type arguments
   * @return the end of a sentence; empty if it can be changed
   */
  Optional<String> shared(Shape type, Shape shape, List<Shape> above, Set<TypeRef> known) {
    if (known.contains(type.type().erased())) {
      return Optional.empty();
    }
    if (OwnSources.of(type).isEmpty()) {
      return Optional.of(", whose source is not at hand");
    }
    Set<String> others = Subtypes.of(type.type(), sources);
    Stream.concat(Stream.of(shape), above.stream())
        .forEach(one -> others.remove(one.type().qualifiedName()));
    known.forEach(one -> others.remove(one.qualifiedName()));
    String so = others.size() == 1 ? ", and so does " : ", and so do ";
    return others.isEmpty() ? Optional.empty() : Optional.of(so + Listing.of(others, SHOWN));
  }
}
