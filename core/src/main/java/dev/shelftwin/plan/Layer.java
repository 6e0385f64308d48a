package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import java.util.Objects;

/**
 * One layer of the users' program.
 *
 * @param name any name except the reserved words of the plan
 * @param role what the layer is for
 * @param packages where its types are
 * @param rules conventions and allowed dependencies
 * @param defaults what holds for all shapes of the layer
 * @param style the names and annotations of generated mappers
 * @param at where the plan names the layer
 */
public record Layer(
    String name,
    Role role,
    PackageScope packages,
    LayerRules rules,
    LayerDefaults defaults,
    MapperStyle style,
    Place at) {

  public Layer {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(packages, "packages");
    Objects.requireNonNull(rules, "rules");
    Objects.requireNonNull(defaults, "defaults");
    Objects.requireNonNull(style, "style");
    Objects.requireNonNull(at, "at");
  }

  /** This layer with other defaults. */
  public Layer with(LayerDefaults others) {
    return new Layer(name, role, packages, rules, others, style, at);
  }

  /** This layer with other rules. */
  public Layer with(LayerRules others) {
    return new Layer(name, role, packages, others, defaults, style, at);
  }

  /** The simple name of the mapper of a concept. */
  public String mapperName(String concept) {
    return style.simpleName(concept, name);
  }

  /**
   * The package of the mappers of a concept.
   *
   * @param typePackage the package of the concept's first type in this layer
   */
  public String mapperPackage(String typePackage) {
    String own = packages.isOnePackage() ? packages.firstPackage() : typePackage;
    return style.packageName(own, name);
  }
}
