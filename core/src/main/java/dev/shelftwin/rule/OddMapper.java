package dev.shelftwin.rule;

import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.MapperPlan;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * A class in the package of a layer's mappers whose name ends like a mapper's but does not follow
 * the plan's pattern. Without a pattern in the plan, names are free.
 */
final class OddMapper implements Rule.Check<Layer> {

  @Override
  public Stream<RuleMatch> of(Layer layer, RuleContext context) {
    Optional<String> ending = layer.style().ending();
    if (ending.isEmpty()) {
      return Stream.empty();
    }
    List<MapperPlan> mappers =
        context.ledger().mappers().stream().filter(mapper -> mapper.layer().equals(layer)).toList();
    List<String> concepts = context.ledger().concepts().stream().map(ConceptLedger::name).toList();
    Set<String> expected = new HashSet<>();
    context
        .plan()
        .layers()
        .forEach(other -> concepts.forEach(concept -> expected.add(other.mapperName(concept))));
    return packages(layer, mappers)
        .flatMap(
            packageName ->
                context.shapes().namesIn(packageName).stream()
                    .sorted()
                    .filter(name -> name.endsWith(ending.get()) && !expected.contains(name))
                    .map(name -> TypeRef.of(packageName, name)))
        .flatMap(type -> context.shapes().find(type).stream())
        .map(shape -> match(layer, shape, concepts));
  }

  private static Stream<String> packages(Layer layer, List<MapperPlan> mappers) {
    return layer.packages().isOnePackage()
        ? Stream.of(layer.mapperPackage(layer.packages().firstPackage()))
        : mappers.stream().map(MapperPlan::packageName).distinct();
  }

  private static RuleMatch match(Layer layer, Shape shape, List<String> concepts) {
    String name = shape.type().name();
    String expected =
        concepts.stream()
            .filter(name::contains)
            .max(Comparator.comparingInt(String::length))
            .map(layer::mapperName)
            .orElseGet(() -> layer.mapperName("{concept}"));
    return RuleMatch.of(
        new Finding(
            RuleId.ODD_NAME,
            layer.name(),
            Optional.empty(),
            Optional.of(FieldId.ofType(name)),
            "The name "
                + name
                + " does not match the name pattern of the mappers of "
                + layer.name()
                + ".",
            List.of(
                Remedy.advice("rename it to " + expected),
                Remedy.advice("or change 'name' of 'mappers' in the plan")),
            shape.place()),
        layer);
  }
}
