package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * A class where mappers are, that is called like one, and not as the plan says that mappers are. A
 * plan that says nothing about mappers leaves their names free.
 */
final class OddMapper {

  private OddMapper() {}

  static List<Finding> check(Stage stage) {
    List<Finding> findings = new ArrayList<>();
    for (Layer layer : stage.ledger().plan().layers()) {
      Optional<String> ending = layer.style().ending();
      if (ending.isEmpty()) {
        continue;
      }
      List<String> concepts = stage.ledger().concepts().stream().map(ConceptLedger::name).toList();
      List<String> expected = concepts.stream().map(layer::mapperName).toList();
      stage.shapes().namesIn(layer.mapperPackage()).stream()
          .sorted()
          .filter(name -> name.endsWith(ending.get()) && !expected.contains(name))
          .filter(name -> !isOfAnotherLayer(name, layer, concepts, stage))
          .map(name -> TypeRef.of(layer.mapperPackage(), name))
          .flatMap(type -> stage.shapes().find(type).stream())
          .map(shape -> finding(layer, shape, concepts))
          .forEach(findings::add);
    }
    return findings;
  }

  /** Layers may keep their mappers in one package. */
  private static boolean isOfAnotherLayer(
      String name, Layer layer, List<String> concepts, Stage stage) {
    return stage.ledger().plan().layers().stream()
        .filter(other -> other.mapperPackage().equals(layer.mapperPackage()))
        .anyMatch(other -> concepts.stream().map(other::mapperName).anyMatch(name::equals));
  }

  private static Finding finding(Layer layer, Shape shape, List<String> concepts) {
    String name = shape.type().name();
    String expected =
        concepts.stream()
            .filter(name::contains)
            .max(Comparator.comparingInt(String::length))
            .map(layer::mapperName)
            .orElseGet(() -> layer.mapperName("{concept}"));
    return new Finding(
        RuleId.ODD_NAME,
        layer.name(),
        Optional.empty(),
        Optional.of(name),
        name + " is not called as mappers of " + layer.name() + " are",
        List.of(
            Remedy.advice("call it " + expected),
            Remedy.advice("or change 'name' below 'mappers' in the plan")),
        shape.place());
  }
}
