package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The type of a concept in a layer, as the plan names it.
 *
 * @param layer the layer
 * @param type the simple name in a package of the layer (nested types with dots), or a qualified
 *     name; type arguments in angle brackets, as in {@code Page<Firing>}
 * @param direction the direction of a transfer type; both for other types
 * @param build the creator to use, by the name of the type that is mapped to this one
 * @param description what the plan says about the type before there is a class; empty if nothing
 * @param at where the plan names the type
 */
public record ShapeUse(
    Layer layer,
    String type,
    Direction direction,
    Map<String, Text> build,
    Optional<TypeDescription> description,
    Place at) {

  private static final Pattern NAME = Pattern.compile("[^<>,\\s]+");

  public ShapeUse {
    Objects.requireNonNull(layer, "layer");
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(direction, "direction");
    build = Collections.unmodifiableMap(new LinkedHashMap<>(build));
    Objects.requireNonNull(description, "description");
    Objects.requireNonNull(at, "at");
  }

  /** A type that has a class. */
  public ShapeUse(Layer layer, String type, Direction direction, Place at) {
    this(layer, type, direction, Map.of(), Optional.empty(), at);
  }

  /** This type in another direction. */
  public ShapeUse with(Direction other) {
    return new ShapeUse(layer, type, other, build, description, at);
  }

  /** This type with another description. */
  public ShapeUse describedAs(TypeDescription other) {
    return new ShapeUse(layer, type, direction, build, Optional.of(other), at);
  }

  /** Whether a name has a package: packages begin in lower case, as in {@code a.b.Outer.Inner}. */
  public static boolean isQualified(String name) {
    return Character.isLowerCase(name.charAt(0)) && name.contains(".");
  }

  /** The name without packages and outer types. */
  public String simpleName() {
    return hasArguments()
        ? NAME.matcher(type).replaceAll(name -> simple(name.group()))
        : simple(type);
  }

  /** Whether the type has type arguments. */
  public boolean hasArguments() {
    return type.contains("<");
  }

  /** Whether the plan means this type by a name: the simple name, or the name as written. */
  public boolean isNamed(String name) {
    return name.equals(simpleName()) || name.equals(type);
  }

  private static String simple(String name) {
    return name.substring(name.lastIndexOf('.') + 1);
  }
}
