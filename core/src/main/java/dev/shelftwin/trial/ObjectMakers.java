package dev.shelftwin.trial;

import dev.shelftwin.convert.Form;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The maker of each shape's objects; one concept's objects hold those of others. */
final class ObjectMakers {

  private final Ledger ledger;
  private final TrialParts parts;
  private final Map<String, ObjectMaker> known = new HashMap<>();

  ObjectMakers(Ledger ledger, TrialParts parts) {
    this.ledger = ledger;
    this.parts = parts;
  }

  ObjectMaker of(ConceptLedger concept, Station station) {
    String name = concept.name() + " " + station.shape().type().fullName();
    ObjectMaker maker = known.get(name);
    if (maker == null) {
      maker = new ObjectMaker(concept, station, parts);
      known.put(name, maker);
    }
    return maker;
  }

  /** The makers of the kinds that a hop knows, in the layer of a station. */
  List<ObjectMaker> kinds(HopLedger hop, Station station) {
    boolean from = hop.hop().from().equals(station);
    List<ObjectMaker> makers = new ArrayList<>();
    for (Form.Mapped kind : hop.kinds()) {
      TypeRef type = from ? kind.from() : kind.to();
      beside(station, type).ifPresent(makers::add);
    }
    return makers;
  }

  /** The maker of a type that a concept has in the layer of a station; empty where none does. */
  Optional<ObjectMaker> beside(Station station, TypeRef type) {
    for (ConceptLedger concept : ledger.concepts()) {
      Optional<Station> found =
          concept
              .stations()
              .filter(other -> other.layer().equals(station.layer()))
              .filter(other -> other.shape().type().fullName().equals(type.fullName()))
              .findFirst();
      if (found.isPresent()) {
        return Optional.of(of(concept, found.get()));
      }
    }
    return Optional.empty();
  }
}
