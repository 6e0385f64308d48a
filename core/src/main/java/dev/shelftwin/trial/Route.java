package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Station;
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
record Route(ConceptLedger concept, Station start, List<Leg> legs, boolean updates) {

  Route {
    legs = List.copyOf(legs);
  }

  /** The routes that prove a concept, to its ends where it has any. */
  static List<Route> of(ConceptLedger concept, Ends ends) {
    List<Route> routes = new ArrayList<>();
    for (Station outer : concept.outer()) {
      if (outer.role() == Role.PERSISTENCE) {
        routes.addAll(ofStore(concept, outer, ends));
      } else {
        routes.addAll(ofTransfer(concept, outer, ends));
      }
    }
    routes.addAll(theWholeWay(concept, ends));
    return routes;
  }

  /** Out to the store and back, and over another row. */
  private static List<Route> ofStore(ConceptLedger concept, Station store, Ends ends) {
    List<Route> routes = new ArrayList<>();
    Station domain = concept.domain();
    HopLedger save = concept.hop(domain, store).orElseThrow();
    HopLedger load = concept.hop(store, domain).orElseThrow();
    List<Leg> thereAndBack = new ArrayList<>(List.of(new Leg.ByMapper(save)));
    toEnd(store, ends).forEach(thereAndBack::add);
    thereAndBack.add(new Leg.ByMapper(load));
    routes.add(new Route(concept, domain, thereAndBack, false));
    if (!save.writes().isEmpty()) {
      List<Leg> over = List.of(new Leg.ByMapper(load), new Leg.ByMapper(save));
      routes.add(new Route(concept, store, over, true));
    }
    return routes;
  }

  /** Outward to the wire, and from the wire inward. */
  private static List<Route> ofTransfer(ConceptLedger concept, Station transfer, Ends ends) {
    List<Route> routes = new ArrayList<>();
    Station domain = concept.domain();
    concept
        .hop(domain, transfer)
        .map(out -> Stream.concat(byMapper(out), toEnd(transfer, ends)).toList())
        .ifPresent(legs -> routes.add(new Route(concept, domain, legs, false)));
    concept
        .hop(transfer, domain)
        .map(in -> Stream.concat(toEnd(transfer, ends), byMapper(in)).toList())
        .ifPresent(legs -> routes.add(new Route(concept, transfer, legs, false)));
    return routes;
  }

  /** From every request through the table to every response; only where there is a table. */
  private static List<Route> theWholeWay(ConceptLedger concept, Ends ends) {
    Station domain = concept.domain();
    List<Route> routes = new ArrayList<>();
    for (Route stored : List.copyOf(throughTable(concept, ends))) {
      for (Station request : concept.outer()) {
        Optional<HopLedger> in =
            concept.hop(request, domain).filter(hop -> request.role() == Role.TRANSFER);
        for (Station response : concept.outer()) {
          Optional<HopLedger> out =
              concept.hop(domain, response).filter(hop -> response.role() == Role.TRANSFER);
          if (in.isPresent() && out.isPresent()) {
            List<Leg> legs =
                Stream.of(
                        toEnd(request, ends),
                        byMapper(in.get()),
                        stored.legs().stream(),
                        byMapper(out.get()),
                        toEnd(response, ends))
                    .flatMap(some -> some)
                    .toList();
            routes.add(new Route(concept, request, legs, false));
          }
        }
      }
    }
    return routes;
  }

  private static List<Route> throughTable(ConceptLedger concept, Ends ends) {
    return concept.outer().stream()
        .filter(outer -> outer.role() == Role.PERSISTENCE && ends.at(outer).isPresent())
        .map(store -> ofStore(concept, store, ends).get(0))
        .toList();
  }

  private static Stream<Leg> byMapper(HopLedger hop) {
    return Stream.of(new Leg.ByMapper(hop));
  }

  private static Stream<Leg> toEnd(Station station, Ends ends) {
    return ends.at(station).stream().map(end -> new Leg.ToEnd(station, end));
  }

  /** The hops through mappers, in order. */
  List<HopLedger> hops() {
    return legs.stream()
        .filter(Leg.ByMapper.class::isInstance)
        .map(leg -> ((Leg.ByMapper) leg).ledger())
        .toList();
  }

  HopLedger lastHop() {
    return hops().get(hops().size() - 1);
  }

  boolean isRoundTrip() {
    return start.equals(legs.get(legs.size() - 1).to());
  }

  List<String> labels() {
    return Stream.concat(Stream.of(start.label()), legs.stream().map(Leg::stop)).toList();
  }

  @Override
  public String toString() {
    return String.join("->", labels());
  }
}
