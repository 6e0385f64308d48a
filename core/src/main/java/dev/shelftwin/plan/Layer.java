package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import java.util.Objects;

/**
 * One layer of the users' program.
 *
 * @param name any name but the reserved words
 * @param role what it is for
 * @param packageName where its types are
 * @param rules what holds for its classes beside the mapping
 * @param style of the mappers that are written for it
 * @param at where the plan names it
 */
public record Layer(
    String name, Role role, String packageName, LayerRules rules, MapperStyle style, Place at) {

  public Layer {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(packageName, "packageName");
    Objects.requireNonNull(rules, "rules");
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
