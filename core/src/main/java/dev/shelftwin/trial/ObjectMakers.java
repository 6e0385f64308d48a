package dev.shelftwin.trial;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The creator of each shape's objects; one concept's objects hold those of others. */
final class ObjectMakers {

  private final Ledger ledger;
  private final TrialParts parts;
  private final Map<String, ObjectMaker> known = new HashMap<>();

  ObjectMakers(Ledger ledger, TrialParts parts) {
    this.ledger = ledger;
    this.parts = parts;
  }

  ObjectMaker of(ConceptLedger concept, ResolvedShape resolved) {
    String name = concept.name() + " " + resolved.shape().type().fullName();
    ObjectMaker creator = known.get(name);
    if (creator == null) {
      creator = new ObjectMaker(concept, resolved, parts);
      known.put(name, creator);
    }
    return creator;
  }

  /** The creators of the kinds that a hop knows, in the layer of a resolved. */
  List<ObjectMaker> kinds(HopLedger hop, ResolvedShape resolved) {
    boolean from = hop.hop().from().equals(resolved);
    List<ObjectMaker> creators = new ArrayList<>();
    for (Operation.CallMapper kind : hop.subtypes()) {
      TypeRef type = from ? kind.from() : kind.to();
      beside(resolved, type).ifPresent(creators::add);
    }
    return creators;
  }

  /** The creator of a type that a concept has in the layer of a resolved; empty where none does. */
  Optional<ObjectMaker> beside(ResolvedShape resolved, TypeRef type) {
    for (ConceptLedger concept : ledger.concepts()) {
      Optional<ResolvedShape> found =
          concept
              .shapes()
              .filter(other -> other.layer().equals(resolved.layer()))
              .filter(other -> other.shape().type().fullName().equals(type.fullName()))
              .findFirst();
      if (found.isPresent()) {
        return Optional.of(of(concept, found.get()));
      }
    }
    return Optional.empty();
  }
}
