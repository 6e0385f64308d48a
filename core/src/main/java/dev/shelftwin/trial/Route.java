package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Hops that are gone in a row.
 *
 * @param concept whose they are
 * @param hops each from where the one before it ended
 * @param updates whether the last hop writes over an object that is there already
 */
record Route(ConceptLedger concept, List<HopLedger> hops, boolean updates) {

  Route {
    hops = List.copyOf(hops);
  }

  /** The routes that prove a concept: there and back, over another row, outward, and inward. */
  static List<Route> of(ConceptLedger concept) {
    Station domain = concept.domain();
    List<Route> routes = new ArrayList<>();
    for (Station outer : concept.outer()) {
      Optional<HopLedger> out = concept.hop(domain, outer);
      Optional<HopLedger> in = concept.hop(outer, domain);
      if (outer.role() == Role.PERSISTENCE) {
        HopLedger store = out.orElseThrow();
        HopLedger load = in.orElseThrow();
        routes.add(new Route(concept, List.of(store, load), false));
        if (!store.writes().isEmpty()) {
          routes.add(new Route(concept, List.of(load, store), true));
        }
      } else {
        Stream.concat(out.stream(), in.stream())
            .forEach(hop -> routes.add(new Route(concept, List.of(hop), false)));
      }
    }
    return routes;
  }

  Station start() {
    return hops.get(0).hop().from();
  }

  HopLedger lastHop() {
    return hops.get(hops.size() - 1);
  }

  boolean isRoundTrip() {
    return start().equals(lastHop().hop().to());
  }

  List<String> labels() {
    return Stream.concat(
            Stream.of(start().label()), hops.stream().map(hop -> hop.hop().to().label()))
        .toList();
  }

  @Override
  public String toString() {
    return labels().stream().collect(Collectors.joining("->"));
  }
}
