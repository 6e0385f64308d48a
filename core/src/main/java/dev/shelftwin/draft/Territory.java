package dev.shelftwin.draft;

import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.Visibility;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The types of one layer that hold data.
 *
 * @param layer the layer
 * @param types which of the package's types, where several layers share the package
 */
public record Territory(Layer layer, Pattern types) {

  /** Every type of the package. */
  public static final Pattern ALL = Pattern.compile(".*");

  public Territory {
    Objects.requireNonNull(layer, "layer");
    Objects.requireNonNull(types, "types");
  }

  List<Shape> shapes(Shapes shapes) {
    List<Shape> found = new ArrayList<>();
    for (String name : new TreeSet<>(shapes.namesIn(layer.packageName()))) {
      if (types.matcher(name).matches()) {
        shapes.find(layer.packageName() + "." + name).stream()
            .flatMap(shape -> withKinds(shape, shapes))
            .filter(this::holdsData)
            .filter(shape -> !found.contains(shape))
            .forEach(found::add);
      }
    }
    return found;
  }

  /** The kinds of a sealed type may be nested in it. */
  private static Stream<Shape> withKinds(Shape shape, Shapes shapes) {
    return Stream.concat(
        Stream.of(shape),
        shape.permits().stream()
            .flatMap(kind -> shapes.find(kind).stream())
            .flatMap(kind -> withKinds(kind, shapes)));
  }

  private boolean holdsData(Shape shape) {
    boolean mapped =
        shape.annotations().stream()
            .anyMatch(name -> name.endsWith(".MappedSuperclass") || name.endsWith(".Converter"));
    boolean generic = !shape.type().arguments().isEmpty(); // of what, only a person can say
    if (shape.kind() == Shape.Kind.ENUM || mapped || generic) {
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
