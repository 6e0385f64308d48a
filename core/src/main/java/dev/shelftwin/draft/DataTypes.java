package dev.shelftwin.draft;

import dev.shelftwin.ledger.LayerTypes;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The types of one layer that hold data.
 *
 * @param layer the layer
 * @param types the names of the types, if several layers share a package
 */
record DataTypes(Layer layer, Pattern types) {

  /** Every type of the package. */
  static final Pattern ALL = Pattern.compile(".*");

  public DataTypes {
    Objects.requireNonNull(layer, "layer");
    Objects.requireNonNull(types, "types");
  }

  List<Shape> shapes(Shapes shapes) {
    return new LayerTypes(shapes)
        .types(layer)
        .filter(type -> types.matcher(type.name()).matches())
        .sorted(Comparator.comparing(TypeRef::name))
        .flatMap(type -> shapes.find(type).stream())
        .flatMap(shape -> withSubtypes(shape, shapes))
        .filter(this::holdsData)
        .distinct()
        .toList();
  }

  /** The permitted subtypes of a sealed type may be nested in it. */
  private static Stream<Shape> withSubtypes(Shape shape, Shapes shapes) {
    return Stream.concat(
        Stream.of(shape),
        shape.permits().stream()
            .flatMap(subtype -> shapes.find(subtype).stream())
            .flatMap(subtype -> withSubtypes(subtype, shapes)));
  }

  private boolean holdsData(Shape shape) {
    boolean helper =
        shape.has(ShapeTrait.MAPPED_SUPERCLASS) || shape.has(ShapeTrait.COLUMN_CONVERTER);
    boolean generic = !shape.type().arguments().isEmpty(); // only a person knows the arguments
    if (shape.kind() == Shape.Kind.ENUM || helper || generic) {
      return false;
    }
    if (shape.isAbstract()) {
      return !shape.permits().isEmpty() || shape.isEntity();
    }
    boolean store = layer.role() == Role.PERSISTENCE;
    return shape.storedFields().findAny().isPresent()
        && shape
            .storedFields()
            .flatMap(field -> Stream.concat(field.reader().stream(), field.writer().stream()))
            .anyMatch(access -> isOpen(access, store));
  }

  private static boolean isOpen(Access access, boolean store) {
    return access.visibility() == Visibility.PUBLIC
        || (store && access.visibility() != Visibility.PRIVATE);
  }
}
