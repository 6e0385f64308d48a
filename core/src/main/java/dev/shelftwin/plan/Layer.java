package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import java.util.Objects;
import java.util.Optional;

/**
 * One layer of the users' program.
 *
 * @param name any name except the reserved words of the plan
 * @param role what the layer is for
 * @param packages where its types are
 * @param rules conventions and allowed dependencies
 * @param defaults what holds for all shapes of the layer
 * @param description the document that describes its types; empty if there is none
 * @param style the names and annotations of generated mappers
 * @param at where the plan names the layer
 */
public record Layer(
    String name,
    Role role,
    PackageScope packages,
    LayerRules rules,
    LayerDefaults defaults,
    Optional<Description> description,
    MapperStyle style,
    Place at) {

  public Layer {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(packages, "packages");
    Objects.requireNonNull(rules, "rules");
    Objects.requireNonNull(defaults, "defaults");
    Objects.requireNonNull(description, "description");
    Objects.requireNonNull(style, "style");
    Objects.requireNonNull(at, "at");
  }

  /** This layer with other defaults. */
  public Layer with(LayerDefaults others) {
    return new Layer(name, role, packages, rules, others, description, style, at);
  }

  /** This layer with other rules. */
  public Layer with(LayerRules others) {
    return new Layer(name, role, packages, others, defaults, description, style, at);
  }

  /** This layer with mappers of another style. */
  public Layer with(MapperStyle others) {
    return new Layer(name, role, packages, rules, defaults, description, others, at);
  }

  /** This layer with other packages. */
  public Layer with(PackageScope others) {
    return new Layer(name, role, others, rules, defaults, description, style, at);
  }

  /** This layer with types that a document describes. */
  public Layer with(Description document) {
    return new Layer(name, role, packages, rules, defaults, Optional.of(document), style, at);
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
