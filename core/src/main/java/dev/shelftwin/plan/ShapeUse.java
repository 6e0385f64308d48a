package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;

/**
 * A concept's shape in a layer, as the plan names it.
 *
 * @param layer the layer
 * @param type simple name within the layer's package, nested types with dots, or a qualified name
 * @param direction which way it travels; both for shapes that are no transfer types
 * @param build the name of what makes it, by the name of the shape it is made from
 * @param at where the plan names it
 */
public record ShapeUse(
    Layer layer, String type, Direction direction, Map<String, Text> build, Place at) {

  public ShapeUse {
    Objects.requireNonNull(layer, "layer");
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(direction, "direction");
    build = Collections.unmodifiableMap(new LinkedHashMap<>(build));
    Objects.requireNonNull(at, "at");
  }

  /** The name with its package. */
  public String qualifiedName() {
    // Packages begin in lower case, types do not: Outer.Inner is a name within the layer.
    return Character.isLowerCase(type.charAt(0)) && type.contains(".")
        ? type
        : layer.packageName() + "." + type;
  }

  /** The name without a package. */
  public String simpleName() {
    return type.substring(type.lastIndexOf('.') + 1);
  }
}
