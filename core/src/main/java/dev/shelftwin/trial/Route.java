package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Steps through mappers and ends, along which samples are sent. */
public final class Route {

  private final ConceptLedger concept;
  private final ResolvedShape start;
  private final List<RouteStep> steps;
  private final boolean updates;
  private final List<HopLedger> hops;
  private final String name;

  /**
   * A route.
   *
   * @param start the shape that it starts with
   * @param updates whether the last step updates an existing object
   */
  private Route(
      ConceptLedger concept, ResolvedShape start, List<RouteStep> steps, boolean updates) {
    this.concept = concept;
    this.start = start;
    this.steps = List.copyOf(steps);
    this.updates = updates;
    this.hops =
        steps.stream()
            .filter(RouteStep.ByMapper.class::isInstance)
            .map(step -> ((RouteStep.ByMapper) step).ledger())
            .toList();
    this.name = String.join("->", stops());
  }

  /** The routes that test a concept, through its ends if it has any. */
  static List<Route> of(ConceptLedger concept, Ends ends) {
    List<Route> routes = new ArrayList<>();
    for (ResolvedShape outer : concept.outer()) {
      if (outer.role() == Role.PERSISTENCE) {
        routes.addAll(ofStore(concept, outer, ends));
      } else {
        routes.addAll(ofTransfer(concept, outer, ends));
      }
    }
    routes.addAll(fromRequestToResponse(concept, ends));
    for (HopLedger hop : concept.hops()) {
      if (hop.hop().isDirect()) {
        List<RouteStep> steps =
            Stream.concat(byMapper(hop), toEnd(concept, hop.hop().to(), ends)).toList();
        routes.add(new Route(concept, hop.hop().from(), steps, false));
      }
    }
    return List.copyOf(routes);
  }

  /** To the row and back, and an update of another row. */
  private static List<Route> ofStore(ConceptLedger concept, ResolvedShape store, Ends ends) {
    List<Route> routes = new ArrayList<>();
    ResolvedShape hub = concept.hub();
    HopLedger save = concept.hop(hub, store).orElseThrow();
    HopLedger load = concept.hop(store, hub).orElseThrow();
    List<RouteStep> thereAndBack = new ArrayList<>(List.of(new RouteStep.ByMapper(save)));
    toEnd(concept, store, ends).forEach(thereAndBack::add);
    thereAndBack.add(new RouteStep.ByMapper(load));
    routes.add(new Route(concept, hub, thereAndBack, false));
    if (save.canUpdate() && save.family().isEmpty()) {
      List<RouteStep> over = List.of(new RouteStep.ByMapper(load), new RouteStep.ByMapper(save));
      routes.add(new Route(concept, store, over, true));
    }
    return routes;
  }

  /** From the domain to the response, and from the request to the domain. */
  private static List<Route> ofTransfer(ConceptLedger concept, ResolvedShape transfer, Ends ends) {
    List<Route> routes = new ArrayList<>();
    ResolvedShape hub = concept.hub();
    concept
        .hop(hub, transfer)
        .map(out -> Stream.concat(byMapper(out), toEnd(concept, transfer, ends::ofMapped)).toList())
        .ifPresent(steps -> routes.add(new Route(concept, hub, steps, false)));
    concept
        .hop(transfer, hub)
        .ifPresent(
            in -> {
              List<RouteStep> steps =
                  Stream.concat(toEnd(concept, transfer, ends), byMapper(in)).toList();
              routes.add(new Route(concept, transfer, steps, in.hop().changes()));
              if (in.canUpdate() && !in.hop().changes()) {
                routes.add(new Route(concept, transfer, byMapper(in).toList(), true));
              }
            });
    return routes;
  }

  /** From every request through the table to every response; none without a table. */
  private static List<Route> fromRequestToResponse(ConceptLedger concept, Ends ends) {
    ResolvedShape hub = concept.hub();
    List<Route> routes = new ArrayList<>();
    for (List<RouteStep> stored : throughTable(concept, ends)) {
      for (ResolvedShape request : concept.outer()) {
        Optional<HopLedger> in =
            concept
                .hop(request, hub)
                .filter(hop -> request.role() == Role.TRANSFER && !hop.hop().changes());
        for (ResolvedShape response : concept.outer()) {
          Optional<HopLedger> out =
              concept.hop(hub, response).filter(hop -> response.role() == Role.TRANSFER);
          if (in.isPresent() && out.isPresent()) {
            List<RouteStep> steps =
                Stream.of(
                        toEnd(concept, request, ends),
                        byMapper(in.get()),
                        stored.stream(),
                        byMapper(out.get()),
                        toEnd(concept, response, ends::ofMapped))
                    .flatMap(some -> some)
                    .toList();
            routes.add(new Route(concept, request, steps, false));
          }
        }
      }
    }
    return routes;
  }

  /** From the hub through each table and back to the hub. */
  private static List<List<RouteStep>> throughTable(ConceptLedger concept, Ends ends) {
    ResolvedShape hub = concept.hub();
    if (hub.role() == Role.PERSISTENCE) {
      List<RouteStep> table = toEnd(concept, hub, ends).toList();
      return table.isEmpty() ? List.of() : List.of(table);
    }
    return concept.outer().stream()
        .filter(outer -> outer.role() == Role.PERSISTENCE)
        .filter(outer -> toEnd(concept, outer, ends).findAny().isPresent())
        .map(store -> ofStore(concept, store, ends).get(0).steps)
        .toList();
  }

  private static Stream<RouteStep> byMapper(HopLedger hop) {
    return Stream.of(new RouteStep.ByMapper(hop));
  }

  /** A child row is stored only with its parent. */
  private static Stream<RouteStep> toEnd(ConceptLedger concept, ResolvedShape resolved, Ends ends) {
    boolean part =
        resolved.shape().fields().stream()
            .anyMatch(field -> concept.roles(resolved, field).contains(FieldRole.PARENT));
    return part
        ? Stream.empty()
        : ends.at(resolved).stream().map(end -> new RouteStep.ThroughEnd(resolved, end));
  }

  /** The hops through mappers, in order. */
  List<HopLedger> hops() {
    return hops;
  }

  ConceptLedger concept() {
    return concept;
  }

  ResolvedShape start() {
    return start;
  }

  List<RouteStep> steps() {
    return steps;
  }

  /** Whether the last step updates an existing object. */
  boolean updates() {
    return updates;
  }

  /** The shape that the last step leads to. */
  ResolvedShape end() {
    return steps.get(steps.size() - 1).to();
  }

  HopLedger lastHop() {
    return hops.get(hops.size() - 1);
  }

  boolean isRoundTrip() {
    return start.equals(end());
  }

  /** Whether a table gives a field of its rows another value than it was sent. */
  boolean isSetByTable(ResolvedShape row, Field field) {
    return row.role() == Role.PERSISTENCE && concept.roles(row, field).contains(FieldRole.VERSION);
  }

  /** Whether rows are stored on the way. */
  boolean leadsToTable() {
    return steps.stream().anyMatch(Route::isTable);
  }

  /** The place of the first step through a table whose rows a mapper takes; empty if none does. */
  OptionalInt table() {
    return IntStream.range(0, steps.size() - 1)
        .filter(at -> isTable(steps.get(at)) && steps.get(at + 1) instanceof RouteStep.ByMapper)
        .findFirst();
  }

  /** The hop of a step through a mapper. */
  HopLedger mapperAt(int step) {
    return ((RouteStep.ByMapper) steps.get(step)).ledger();
  }

  private static boolean isTable(RouteStep step) {
    return step instanceof RouteStep.ThroughEnd && step.to().role() == Role.PERSISTENCE;
  }

  /** The name of the concept. */
  public String conceptName() {
    return concept.name();
  }

  /** The stops in order, as reports name them. */
  public List<String> stops() {
    return Stream.concat(Stream.of(start.label()), steps.stream().map(RouteStep::stop)).toList();
  }

  /** The stops with arrows between them: {@code A->B->A}. */
  @Override
  public String toString() {
    return name;
  }
}
