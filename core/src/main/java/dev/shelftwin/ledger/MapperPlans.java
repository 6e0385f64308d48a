package dev.shelftwin.ledger;

import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Field;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;

/** Decides which mappers are generated, and which of them cannot be written and why. */
final class MapperPlans {

  private final Plan plan;
  private final Map<String, ConceptLedger> concepts = new LinkedHashMap<>();

  private MapperPlans(Plan plan, List<ConceptLedger> ledgers) {
    this.plan = plan;
    ledgers.forEach(concept -> concepts.put(concept.name(), concept));
  }

  static List<MapperPlan> of(Plan plan, List<ConceptLedger> concepts) {
    return new MapperPlans(plan, concepts).all();
  }

  /** The hops that generated mappers call; they are generated even if the users have mappers. */
  private Set<HopLedger> called() {
    Set<HopLedger> called = Collections.newSetFromMap(new IdentityHashMap<>());
    Deque<HopLedger> open = new ArrayDeque<>();
    for (ConceptLedger concept : concepts.values()) {
      concept.hops().stream().filter(hop -> !concept.isExisting(hop)).forEach(open::add);
    }
    while (!open.isEmpty()) {
      open.remove()
          .mapperCalls()
          .flatMap(
              call ->
                  concept(call.concept()).stream()
                      .flatMap(concept -> concept.hop(call.from(), call.to()).stream()))
          .filter(called::add)
          .forEach(open::add);
    }
    return called;
  }

  /** The hops of one mapper, and why some of them cannot be written. */
  private record Hops(ConceptLedger concept, Layer layer, List<HopLedger> all) {

    MapperPlan plan(
        List<HopLedger> written,
        List<Obstacle> obstacles,
        Function<String, Optional<ConceptLedger>> concepts) {
      return new MapperPlan(
          concept,
          layer,
          written,
          MapperDependency.of(concept, layer, written, concepts),
          obstacles);
    }
  }

  private List<MapperPlan> all() {
    boolean any = concepts.values().stream().anyMatch(one -> !one.concept().existing().isEmpty());
    Set<HopLedger> called = any ? called() : Set.of();
    List<Hops> mappers = new ArrayList<>();
    IdentityHashMap<HopLedger, Obstacle> obstacles = new IdentityHashMap<>();
    for (ConceptLedger concept : concepts.values()) {
      for (Layer layer : plan.layers()) {
        List<HopLedger> hops =
            concept.hops().stream()
                .filter(hop -> hop.hop().outer().layer().equals(layer))
                .filter(hop -> !concept.isExisting(hop) || called.contains(hop))
                .toList();
        hops.forEach(hop -> obstacle(hop).ifPresent(found -> obstacles.put(hop, found)));
        if (!hops.isEmpty()) {
          mappers.add(new Hops(concept, layer, hops));
        }
      }
    }
    addMissing(mappers, obstacles);
    List<MapperPlan> plans = plans(mappers, obstacles);
    if (!addCycles(plans, obstacles)) {
      return plans;
    }
    addMissing(mappers, obstacles);
    return plans(mappers, obstacles);
  }

  private List<MapperPlan> plans(
      List<Hops> mappers, IdentityHashMap<HopLedger, Obstacle> obstacles) {
    return mappers.stream()
        .map(
            mapper ->
                mapper.plan(
                    mapper.all().stream().filter(hop -> !obstacles.containsKey(hop)).toList(),
                    mapper.all().stream()
                        .flatMap(hop -> Stream.ofNullable(obstacles.get(hop)))
                        .distinct()
                        .toList(),
                    this::concept))
        .toList();
  }

  private Optional<ConceptLedger> concept(String name) {
    return Optional.ofNullable(concepts.get(name));
  }

  /** A hop cannot be written without those that it calls. */
  private void addMissing(List<Hops> mappers, IdentityHashMap<HopLedger, Obstacle> obstacles) {
    boolean grown = true;
    while (grown) {
      grown = false;
      for (Hops mapper : mappers) {
        for (HopLedger hop : mapper.all()) {
          List<String> missing = obstacles.containsKey(hop) ? List.of() : missing(hop, obstacles);
          if (!missing.isEmpty()) {
            obstacles.put(hop, new Obstacle.MissingHops(hop, missing));
            grown = true;
          }
        }
      }
    }
  }

  /** The hops that cannot be written and that another hop calls. */
  private List<String> missing(HopLedger hop, IdentityHashMap<HopLedger, Obstacle> obstacles) {
    return hop.mapperCalls()
        .flatMap(
            call ->
                concept(call.concept()).stream()
                    .flatMap(concept -> concept.hop(call.from(), call.to()).stream()))
        .filter(obstacles::containsKey)
        .map(called -> called.hop().toString())
        .distinct()
        .toList();
  }

  /** Two mappers cannot call each other; returns whether any do. */
  private static boolean addCycles(
      List<MapperPlan> mappers, IdentityHashMap<HopLedger, Obstacle> obstacles) {
    Map<String, MapperPlan> byName = new LinkedHashMap<>();
    mappers.forEach(mapper -> byName.put(mapper.qualifiedName(), mapper));
    List<MapperPlan> inCycles =
        mappers.stream().filter(mapper -> isInCycle(mapper, byName)).toList();
    for (MapperPlan mapper : inCycles) {
      Obstacle cycle = new Obstacle.Cycle(mapper.hops().get(0));
      mapper.hops().forEach(hop -> obstacles.put(hop, cycle));
    }
    return !inCycles.isEmpty();
  }

  private static boolean isInCycle(MapperPlan mapper, Map<String, MapperPlan> mappers) {
    Set<String> reached = new HashSet<>();
    List<String> open = new ArrayList<>(mapper.calledMappers());
    while (!open.isEmpty()) {
      String next = open.remove(open.size() - 1);
      if (reached.add(next)) {
        MapperPlan called = mappers.get(next);
        if (called != null) {
          open.addAll(called.calledMappers());
        }
      }
    }
    return reached.contains(mapper.qualifiedName());
  }

  private Optional<Obstacle> obstacle(HopLedger hop) {
    if (hop.family().isPresent()) {
      return nestedParameter(hop);
    }
    if (hop.creator().isEmpty()) {
      return Optional.of(new Obstacle.NoCreator(hop));
    }
    if (!hop.alternatives().isEmpty()) {
      return Optional.of(
          new Obstacle.AmbiguousCreator(hop, hop.creator().get(), hop.alternatives()));
    }
    return nestedParameter(hop)
        .or(
            () ->
                hop.mappings().stream()
                    .filter(mapping -> isUnfilled(hop, mapping))
                    .flatMap(mapping -> mapping.target().stream())
                    .findFirst()
                    .map(target -> new Obstacle.UnfilledTarget(hop, target)));
  }

  private Optional<Obstacle> nestedParameter(HopLedger hop) {
    return hop.mapperCalls()
        .filter(
            call ->
                concept(call.concept()).stream()
                    .flatMap(concept -> concept.hop(call.from(), call.to()).stream())
                    .anyMatch(called -> !called.callerParameters().isEmpty()))
        .findFirst()
        .map(call -> new Obstacle.NestedParameter(hop, call));
  }

  private static boolean isUnfilled(HopLedger hop, FieldMapping mapping) {
    if (mapping instanceof FieldMapping.Given given) {
      return given.isUnfitConstant() || isNullForPrimitive(hop, given);
    }
    return mapping.hasUnknownConversion()
        || (mapping instanceof FieldMapping.Unfilled unfilled
            && (unfilled.field().name().contains(".") || isRequired(hop, unfilled.field())));
  }

  private static boolean isNullForPrimitive(HopLedger hop, FieldMapping.Given given) {
    return given.value() instanceof GivenValue.Constant
        && given.how().isEmpty()
        && hop.slot(given.into()).filter(slot -> slot.isPrimitive()).isPresent();
  }

  private static boolean isRequired(HopLedger hop, Field field) {
    return hop.parameter(field)
        .filter(parameter -> !hop.creator().orElseThrow().isOptional(parameter))
        .isPresent();
  }
}
