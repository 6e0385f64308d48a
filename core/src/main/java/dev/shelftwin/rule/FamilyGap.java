package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Family;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A kind of an abstract type that no concept carries to another layer. */
final class FamilyGap implements Rule {

  @Override
  public RuleId id() {
    return RuleId.FAMILY_GAP;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return ledger.hops().stream()
        .flatMap(
            hop ->
                hop.family().stream()
                    .map(Family::missing)
                    .flatMap(List::stream)
                    .map(kind -> hit(ledger, hop, kind)));
  }

  private Hit hit(ConceptLedger ledger, HopLedger hop, TypeRef kind) {
    String layer = hop.hop().to().layer().name();
    return new Hits(id(), ledger)
        .hit(
            Optional.of(hop.hop().toString()),
            Optional.empty(),
            kind + ", a " + hop.hop().from() + ", has no counterpart in the layer " + layer,
            List.of(
                Remedy.advice(
                    "describe it as a concept of its own, with its type in the layer " + layer)),
            ledger.concept().at(),
            List.of());
  }
}
