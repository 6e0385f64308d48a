package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Legs that are gone in a row.
 *
 * @param concept whose they are
 * @param start where the first one begins
 * @param legs each from where the one before it ended
 * @param updates whether the last one writes over an object that is there already
 */
record Route(ConceptLedger concept, ResolvedShape start, List<Leg> legs, boolean updates) {

  Route {
    legs = List.copyOf(legs);
  }

  /** The routes that prove a concept, to its ends where it has any. */
  static List<Route> of(ConceptLedger concept, Ends ends) {
    List<Route> routes = new ArrayList<>();
    for (ResolvedShape outer : concept.outer()) {
      if (outer.role() == Role.PERSISTENCE) {
        routes.addAll(ofStore(concept, outer, ends));
      } else {
        routes.addAll(ofTransfer(concept, outer, ends));
      }
    }
    routes.addAll(theWholeWay(concept, ends));
    for (HopLedger hop : concept.hops()) {
      if (hop.hop().isDirect()) {
        List<Leg> legs =
            Stream.concat(byMapper(hop), toEnd(concept, hop.hop().to(), ends)).toList();
        routes.add(new Route(concept, hop.hop().from(), legs, false));
      }
    }
    return List.copyOf(routes);
  }

  /** Out to the store and back, and over another row. */
  private static List<Route> ofStore(ConceptLedger concept, ResolvedShape store, Ends ends) {
    List<Route> routes = new ArrayList<>();
    ResolvedShape hub = concept.hub();
    HopLedger save = concept.hop(hub, store).orElseThrow();
    HopLedger load = concept.hop(store, hub).orElseThrow();
    List<Leg> thereAndBack = new ArrayList<>(List.of(new Leg.ByMapper(save)));
    toEnd(concept, store, ends).forEach(thereAndBack::add);
    thereAndBack.add(new Leg.ByMapper(load));
    routes.add(new Route(concept, hub, thereAndBack, false));
    if (save.canUpdate() && save.family().isEmpty()) {
      List<Leg> over = List.of(new Leg.ByMapper(load), new Leg.ByMapper(save));
      routes.add(new Route(concept, store, over, true));
    }
    return routes;
  }

  /** Outward to the wire, and from the wire inward. */
  private static List<Route> ofTransfer(ConceptLedger concept, ResolvedShape transfer, Ends ends) {
    List<Route> routes = new ArrayList<>();
    ResolvedShape hub = concept.hub();
    concept
        .hop(hub, transfer)
        .map(out -> Stream.concat(byMapper(out), toEnd(concept, transfer, ends)).toList())
        .ifPresent(legs -> routes.add(new Route(concept, hub, legs, false)));
    concept
        .hop(transfer, hub)
        .ifPresent(
            in -> {
              List<Leg> legs = Stream.concat(toEnd(concept, transfer, ends), byMapper(in)).toList();
              routes.add(new Route(concept, transfer, legs, in.hop().changes()));
              if (in.canUpdate() && !in.hop().changes()) {
                routes.add(new Route(concept, transfer, byMapper(in).toList(), true));
              }
            });
    return routes;
  }

  /** From every request through the table to every response; only where there is a table. */
  private static List<Route> theWholeWay(ConceptLedger concept, Ends ends) {
    ResolvedShape hub = concept.hub();
    List<Route> routes = new ArrayList<>();
    for (List<Leg> stored : throughTable(concept, ends)) {
      for (ResolvedShape request : concept.outer()) {
        Optional<HopLedger> in =
            concept
                .hop(request, hub)
                .filter(hop -> request.role() == Role.TRANSFER && !hop.hop().changes());
        for (ResolvedShape response : concept.outer()) {
          Optional<HopLedger> out =
              concept.hop(hub, response).filter(hop -> response.role() == Role.TRANSFER);
          if (in.isPresent() && out.isPresent()) {
            List<Leg> legs =
                Stream.of(
                        toEnd(concept, request, ends),
                        byMapper(in.get()),
                        stored.stream(),
                        byMapper(out.get()),
                        toEnd(concept, response, ends))
                    .flatMap(some -> some)
                    .toList();
            routes.add(new Route(concept, request, legs, false));
          }
        }
      }
    }
    return routes;
  }

  /** From the hub through each table and back to the hub. */
  private static List<List<Leg>> throughTable(ConceptLedger concept, Ends ends) {
    ResolvedShape hub = concept.hub();
    if (hub.role() == Role.PERSISTENCE) {
      List<Leg> table = toEnd(concept, hub, ends).toList();
      return table.isEmpty() ? List.of() : List.of(table);
    }
    return concept.outer().stream()
        .filter(outer -> outer.role() == Role.PERSISTENCE)
        .filter(outer -> toEnd(concept, outer, ends).findAny().isPresent())
        .map(store -> ofStore(concept, store, ends).get(0).legs())
        .toList();
  }

  private static Stream<Leg> byMapper(HopLedger hop) {
    return Stream.of(new Leg.ByMapper(hop));
  }

  /** A row that is a part of another has no way to its table but with the other. */
  private static Stream<Leg> toEnd(ConceptLedger concept, ResolvedShape resolved, Ends ends) {
    boolean part =
        resolved.shape().fields().stream()
            .anyMatch(field -> concept.roles(resolved, field).contains(FieldRole.PARENT));
    return part
        ? Stream.empty()
        : ends.at(resolved).stream().map(end -> new Leg.ToEnd(resolved, end));
  }

  /** The hops through mappers, in order. */
  List<HopLedger> hops() {
    return legs.stream()
        .filter(Leg.ByMapper.class::isInstance)
        .map(leg -> ((Leg.ByMapper) leg).ledger())
        .toList();
  }

  /** Where the last leg leads to. */
  ResolvedShape end() {
    return legs.get(legs.size() - 1).to();
  }

  HopLedger lastHop() {
    return hops().get(hops().size() - 1);
  }

  boolean isRoundTrip() {
    return start.equals(end());
  }

  List<String> labels() {
    return Stream.concat(Stream.of(start.label()), legs.stream().map(Leg::stop)).toList();
  }

  @Override
  public String toString() {
    return String.join("->", labels());
  }
}
