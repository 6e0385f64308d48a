package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;

/**
 * One layer of the users' program.
 *
 * @param name any name but the reserved words
 * @param role what it is for
 * @param packageName where its types are
 * @param knows what of other layers its classes may mention all the same, each with the reason: a
 *     type or a package, by its qualified name
 * @param style of the mappers that are written for it
 * @param at where the plan names it
 */
public record Layer(
    String name,
    Role role,
    String packageName,
    Map<String, Text> knows,
    MapperStyle style,
    Place at) {

  public Layer {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(packageName, "packageName");
    knows = Collections.unmodifiableMap(new LinkedHashMap<>(knows));
    Objects.requireNonNull(style, "style");
    Objects.requireNonNull(at, "at");
  }

  /** The package of the mappers between this layer and the innermost. */
  public String mapperPackage() {
    return style.packageName(packageName, name);
  }

  /** The simple name of the mapper of a concept. */
  public String mapperName(String concept) {
    return style.simpleName(concept, name);
  }
}
