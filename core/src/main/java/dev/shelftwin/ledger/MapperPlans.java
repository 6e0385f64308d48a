package dev.shelftwin.ledger;

import dev.shelftwin.plan.GivenValue;
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

  private List<MapperPlan> all() {
    boolean any = concepts.values().stream().anyMatch(one -> !one.concept().existing().isEmpty());
    Set<HopLedger> called = any ? called() : Set.of();
    Map<String, MapperPlan> mappers = new LinkedHashMap<>();
    for (ConceptLedger concept : concepts.values()) {
      plan.layers()
          .forEach(
              layer -> {
                List<HopLedger> hops =
                    concept.hops().stream()
                        .filter(hop -> hop.hop().outer().layer().equals(layer))
                        .filter(hop -> !concept.isExisting(hop) || called.contains(hop))
                        .toList();
                if (!hops.isEmpty()) {
                  MapperPlan mapper =
                      new MapperPlan(
                          concept,
                          layer,
                          hops,
                          MapperDependency.of(concept, layer, hops, this::concept),
                          hops.stream().flatMap(hop -> obstacle(hop).stream()).toList());
                  mappers.put(mapper.qualifiedName(), mapper);
                }
              });
    }
    return withNeeded(mappers);
  }

  private Optional<ConceptLedger> concept(String name) {
    return Optional.ofNullable(concepts.get(name));
  }

  /** A mapper cannot be written without those that it calls, and two cannot call each other. */
  private static List<MapperPlan> withNeeded(Map<String, MapperPlan> mappers) {
    Set<String> ready = new HashSet<>();
    boolean grown = true;
    while (grown) {
      grown = false;
      for (MapperPlan mapper : mappers.values()) {
        if (mapper.isWritable() && ready.containsAll(mapper.calledMappers())) {
          grown |= ready.add(mapper.qualifiedName());
        }
      }
    }
    List<MapperPlan> all = new ArrayList<>();
    for (MapperPlan mapper : mappers.values()) {
      List<Obstacle> obstacles = new ArrayList<>(mapper.obstacles());
      HopLedger first = mapper.hops().get(0);
      if (isInCycle(mapper, mappers)) {
        obstacles.add(new Obstacle.Cycle(first));
      } else if (mapper.isWritable() && !ready.contains(mapper.qualifiedName())) {
        List<String> missing =
            mapper.calledMappers().stream().filter(name -> !ready.contains(name)).toList();
        obstacles.add(new Obstacle.MissingMappers(first, missing));
      }
      all.add(mapper.withObstacles(obstacles));
    }
    return all;
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
