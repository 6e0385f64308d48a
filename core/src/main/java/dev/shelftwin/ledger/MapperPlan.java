package dev.shelftwin.ledger;

import dev.shelftwin.plan.Layer;
import java.util.List;
import java.util.Objects;

/**
 * A mapper to be generated: one for each concept and outer layer.
 *
 * @param concept the concept
 * @param layer the outer layer
 * @param hops the hops that it maps, without those that cannot be written
 * @param dependencies the parameters of its constructor
 * @param obstacles the reasons why hops cannot be written; empty if all can
 */
public record MapperPlan(
    ConceptLedger concept,
    Layer layer,
    List<HopLedger> hops,
    List<MapperDependency> dependencies,
    List<Obstacle> obstacles) {

  public MapperPlan {
    Objects.requireNonNull(concept, "concept");
    Objects.requireNonNull(layer, "layer");
    hops = List.copyOf(hops);
    dependencies = List.copyOf(dependencies);
    obstacles = List.copyOf(obstacles);
  }

  /** Whether it maps any hop. */
  public boolean isWritable() {
    return !hops.isEmpty();
  }

  /** The simple name of the class. */
  public String simpleName() {
    return layer.mapperName(concept.name());
  }

  public String packageName() {
    return concept.mapperPackage(layer);
  }

  public String qualifiedName() {
    return packageName() + "." + simpleName();
  }

  /** The qualified names of the mappers that it calls. */
  public List<String> calledMappers() {
    return dependencies.stream()
        .filter(MapperDependency.OfMapper.class::isInstance)
        .map(MapperDependency.OfMapper.class::cast)
        .map(called -> MapperNames.qualifiedName(called.concept(), called.layer()))
        .toList();
  }
}
