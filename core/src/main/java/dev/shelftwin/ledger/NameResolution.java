package dev.shelftwin.ledger;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Nearest;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;

/** Finds the types that a plan names; unknown names become findings. */
final class NameResolution {

  private final Plan plan;
  private final Shapes shapes;
  private final LayerTypes layerTypes;
  private final PartRows partRows;

  NameResolution(Plan plan, Shapes shapes, LayerTypes layerTypes) {
    this.plan = plan;
    this.shapes = shapes;
    this.layerTypes = layerTypes;
    this.partRows = new PartRows(shapes);
  }

  /**
   * What the plan's names mean.
   *
   * @param resolved the shapes of each concept whose types were all found, by the concept's name
   * @param types the types of each concept that were found, by the concept's name
   * @param unknownNames findings for the names that the code does not have
   */
  record Result(
      Map<String, List<ResolvedShape>> resolved,
      Map<String, NestedConcepts.ConceptTypes> types,
      List<Finding> unknownNames) {

    Optional<List<ResolvedShape>> shapes(Concept concept) {
      return Optional.ofNullable(resolved.get(concept.name()));
    }

    Optional<NestedConcepts.ConceptTypes> types(Concept concept) {
      return Optional.ofNullable(types.get(concept.name()));
    }
  }

  Result resolve() {
    List<Finding> findings = new ArrayList<>();
    Map<String, List<ResolvedShape>> resolved = new LinkedHashMap<>();
    Map<String, NestedConcepts.ConceptTypes> types = new HashMap<>();
    NameChecks checks = new NameChecks(plan, shapes, layerTypes, findings);
    for (Concept concept : plan.concepts()) {
      concept.shapes().forEach(use -> unresolved(concept, use).ifPresent(findings::add));
      types.put(concept.name(), new NestedConcepts.ConceptTypes(concept, types(concept)));
      shapesOf(concept)
          .ifPresent(
              found -> {
                resolved.put(concept.name(), found);
                checks.check(concept, found);
              });
    }
    checks.checkRest();
    return new Result(resolved, types, List.copyOf(findings));
  }

  private Map<ShapeUse, String> types(Concept concept) {
    Map<ShapeUse, String> types = new LinkedHashMap<>();
    concept
        .shapes()
        .forEach(
            use ->
                layerTypes.find(use).ifPresent(shape -> types.put(use, shape.type().fullName())));
    return types;
  }

  /** The shapes of a concept; empty if one of its types was not found. */
  Optional<List<ResolvedShape>> shapesOf(Concept concept) {
    List<ResolvedShape> resolved = new ArrayList<>();
    for (ShapeUse use : concept.shapes()) {
      Optional<Shape> shape = layerTypes.find(use).filter(found -> hasArguments(use, found));
      if (shape.isEmpty()) {
        return Optional.empty();
      }
      resolved.add(
          partRows.resolve(concept, use, shape.get(), mapperPackage(concept, use, shape.get())));
    }
    return Optional.of(resolved);
  }

  /**
   * All mappers of a concept to one layer are one class, in the package of its first type there.
   */
  private String mapperPackage(Concept concept, ShapeUse use, Shape shape) {
    String typePackage =
        concept.shapes().stream()
            .filter(other -> other.layer().equals(use.layer()))
            .findFirst()
            .flatMap(layerTypes::find)
            .map(Shape::type)
            .map(TypeRef::packageName)
            .orElse(shape.type().packageName());
    return use.layer().mapperPackage(typePackage);
  }

  private static boolean hasArguments(ShapeUse use, Shape shape) {
    return use.hasArguments() || shape.type().arguments().isEmpty();
  }

  private Optional<Finding> unresolved(Concept concept, ShapeUse use) {
    List<String> candidates = layerTypes.candidates(use);
    if (candidates.size() > 1) {
      return Optional.of(
          unknown(
              concept,
              use,
              "The layer '"
                  + use.layer().name()
                  + "' has several types named "
                  + use.type()
                  + ": "
                  + String.join(", ", candidates),
              "write the qualified name"));
    }
    Optional<Shape> shape = layerTypes.find(use);
    if (shape.isPresent()) {
      return hasArguments(use, shape.get())
          ? Optional.empty()
          : Optional.of(
              unknown(
                  concept,
                  use,
                  use.type() + " has type parameters, and the plan gives no type arguments",
                  "write it as '" + use.type() + "<" + concept.name() + ">'"));
    }
    List<String> known = layerTypes.types(use.layer()).map(TypeRef::name).toList();
    return Optional.of(
        unknown(
            concept,
            use,
            "The layer '"
                + use.layer().name()
                + "' ("
                + use.layer().packages()
                + ") has no type named "
                + use.type(),
            Nearest.remedy(use.type(), new TreeSet<>(known))));
  }

  private static Finding unknown(Concept concept, ShapeUse use, String message, String remedy) {
    return Finding.of(
        RuleId.UNKNOWN_NAME, concept.name(), message, use.at(), Remedy.advice(remedy));
  }
}
