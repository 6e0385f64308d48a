package dev.shelftwin.ledger;

import dev.shelftwin.convert.NestedMappers;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Step;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The types that have mappers of their own: those of the plan's concepts, and value types that the
 * plan does not list although both layers have one with the same fields.
 */
final class NestedConcepts {

  private final Shapes shapes;

  /** The concepts of the plan by the full names of their types. */
  private final Map<String, List<ConceptTypes>> byType = new HashMap<>();

  private final Set<String> names = new HashSet<>();

  private final Map<String, Unlisted> unlisted;

  /** The concepts of the plan, with no unlisted types yet. */
  NestedConcepts(Shapes shapes, List<ConceptTypes> listed) {
    this.shapes = shapes;
    this.unlisted = Map.of();
    for (ConceptTypes concept : listed) {
      names.add(concept.concept().name());
      concept
          .types()
          .values()
          .forEach(type -> byType.computeIfAbsent(type, name -> new ArrayList<>()).add(concept));
    }
  }

  private NestedConcepts(NestedConcepts before, Map<String, Unlisted> unlisted) {
    this.shapes = before.shapes;
    this.byType.putAll(before.byType);
    this.names.addAll(before.names);
    this.unlisted = Collections.unmodifiableMap(unlisted);
  }

  /**
   * A concept with the full names of its types.
   *
   * @param types by the plan's names
   */
  record ConceptTypes(Concept concept, Map<ShapeUse, String> types) {

    boolean is(ShapeUse use, TypeRef type) {
      return type.fullName().equals(types.get(use));
    }
  }

  /**
   * Two types of different layers that need a mapper and that the plan does not list.
   *
   * @param around the concept that holds values of these types
   * @param outer the layer that is not the hub's; empty for a direct hop between two outer layers
   */
  record Need(Concept around, Optional<Layer> outer, Operation.CallMapper call) {}

  /** The concepts for the unlisted types. */
  List<Concept> unlistedConcepts() {
    return unlisted.values().stream().map(Unlisted::concept).toList();
  }

  Optional<Concept> unlistedConcept(String name) {
    return Optional.ofNullable(unlisted.get(name)).map(Unlisted::concept);
  }

  /** The mappers that a hop of a concept can call. */
  NestedMappers mappers(Concept around, Hop hop) {
    return (source, target) ->
        listed(source, target).or(() -> unlisted(around, hop, source, target));
  }

  private Optional<Step> listed(TypeRef from, TypeRef to) {
    return byType.getOrDefault(from.fullName(), List.of()).stream()
        .filter(concept -> maps(concept, from, to))
        .map(concept -> call(concept.concept().name(), from, to))
        .findFirst();
  }

  private static Step call(String concept, TypeRef from, TypeRef to) {
    Operation call = new Operation.CallMapper(concept, from, to);
    return new Step("by the mapper of " + concept, from, to, call, Set.of(), true);
  }

  private static boolean maps(ConceptTypes types, TypeRef from, TypeRef to) {
    Concept concept = types.concept();
    ShapeUse hub = concept.hub();
    boolean direct =
        concept.shapes().stream()
            .filter(use -> types.is(use, from))
            .anyMatch(
                use ->
                    concept.shapes().stream()
                        .anyMatch(other -> types.is(other, to) && concept.isDirect(use, other)));
    return direct
        || concept
            .outer()
            .anyMatch(
                outer ->
                    (types.is(hub, to) && types.is(outer, from) && creates(outer))
                        || (types.is(hub, from) && types.is(outer, to) && isCreated(outer)));
  }

  private static boolean creates(ShapeUse use) {
    return isRow(use) || (use.direction().goesIn() && use.direction() != Direction.CHANGE);
  }

  private static boolean isCreated(ShapeUse use) {
    return isRow(use) || use.direction().goesOut();
  }

  /** Rows are mapped in both directions, whatever the plan says. */
  static boolean isRow(ShapeUse use) {
    return use.layer().role() == Role.PERSISTENCE;
  }

  private Optional<Step> unlisted(Concept around, Hop hop, TypeRef from, TypeRef to) {
    if (hop.isDirect()) {
      return unlisted.values().stream()
          .filter(found -> found.hasOuter(from) && found.hasOuter(to))
          .findFirst()
          .map(found -> call(found.name(), from, to));
    }
    TypeRef inHub = hop.inward() ? to : from;
    TypeRef outside = hop.inward() ? from : to;
    boolean inTheirLayers = isIn(around.hub().layer(), inHub) && isIn(hop.outer().layer(), outside);
    return inTheirLayers && !isListed(inHub) && !isListed(outside) && haveSameFields(inHub, outside)
        ? Optional.of(call(Unlisted.name(inHub), from, to))
        : Optional.empty();
  }

  private static boolean isIn(Layer layer, TypeRef type) {
    return layer.packages().hasType(type.packageName(), type.name());
  }

  private boolean isListed(TypeRef type) {
    return byType.containsKey(type.fullName()) || names.contains(Unlisted.name(type));
  }

  private boolean haveSameFields(TypeRef one, TypeRef other) {
    Optional<Set<String>> these = shapes.find(one).flatMap(NestedConcepts::fieldNames);
    return these.isPresent()
        && these.equals(shapes.find(other).flatMap(NestedConcepts::fieldNames));
  }

  private static Optional<Set<String>> fieldNames(Shape shape) {
    Set<String> names = shape.storedFields().map(Field::name).collect(Collectors.toSet());
    boolean concrete = shape.kind() == Shape.Kind.RECORD || shape.kind() == Shape.Kind.CLASS;
    return concrete && names.size() > 1 && !shape.isEntity()
        ? Optional.of(names)
        : Optional.empty();
  }

  /** The needs of a hop that the plan's concepts do not satisfy. */
  List<Need> needs(Concept around, HopLedger ledger) {
    Hop hop = ledger.hop();
    return ledger
        .mapperCalls()
        .filter(call -> !isListed(hop.inward() ? call.to() : call.from()))
        .filter(call -> listed(call.from(), call.to()).isEmpty())
        .map(
            call ->
                new Need(
                    around,
                    hop.isDirect() ? Optional.empty() : Optional.of(hop.outer().layer()),
                    call))
        .toList();
  }

  /** These concepts and one that satisfies a need; the same object if one does already. */
  NestedConcepts with(Need need, boolean inward) {
    String name = need.call().concept();
    Unlisted before = unlisted.get(name);
    Unlisted after =
        need.outer().isEmpty()
            ? Objects.requireNonNull(before, name).withDirect(need.call())
            : (before == null
                    ? Unlisted.of(need.around(), inward ? need.call().to() : need.call().from())
                    : before)
                .withOuter(
                    need.outer().get(),
                    inward ? need.call().from() : need.call().to(),
                    inward ? Direction.IN : Direction.OUT);
    if (after.equals(before)) {
      return this;
    }
    Map<String, Unlisted> all = new LinkedHashMap<>(unlisted);
    all.put(name, after);
    return new NestedConcepts(this, all);
  }
}
