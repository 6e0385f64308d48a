package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;

/**
 * A concept's shape in a layer, as the plan names it.
 *
 * @param layer the layer
 * @param type simple name within the layer's package, nested types with dots, or a qualified name;
 *     type arguments in angle brackets, as in {@code Page<Firing>}
 * @param direction which way it travels; both for shapes that are no transfer types
 * @param build the name of what makes it, by the name of the shape it is made from
 * @param at where the plan names it
 */
public record ShapeUse(
    Layer layer, String type, Direction direction, Map<String, Text> build, Place at) {

  private static final Pattern NAME = Pattern.compile("[^<>,\\s]+");

  public ShapeUse {
    Objects.requireNonNull(layer, "layer");
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(direction, "direction");
    build = Collections.unmodifiableMap(new LinkedHashMap<>(build));
    Objects.requireNonNull(at, "at");
  }

  /** The name with its package, and those of its type arguments with theirs. */
  public String qualifiedName() {
    return hasArguments()
        ? NAME.matcher(type.replace(" ", "")).replaceAll(name -> qualified(name.group()))
        : qualified(type);
  }

  private String qualified(String name) {
    // Packages begin in lower case, types do not: Outer.Inner is a name within the layer.
    return Character.isLowerCase(name.charAt(0)) && name.contains(".")
        ? name
        : layer.packageName() + "." + name;
  }

  private static String simple(String name) {
    return name.substring(name.lastIndexOf('.') + 1);
  }

  /** The name without packages. */
  public String simpleName() {
    return hasArguments()
        ? NAME.matcher(type).replaceAll(name -> simple(name.group()))
        : simple(type);
  }

  /** Whether it has type arguments. */
  public boolean hasArguments() {
    return type.contains("<");
  }
}
