package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Types of a response that lead back to each other, so that a serialiser may never end. */
final class EndlessGraph implements Rule {

  @Override
  public RuleId id() {
    return RuleId.ENDLESS_GRAPH;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return stage.circles().stream()
        .filter(circle -> circle.concept().equals(ledger.name()))
        .map(circle -> hit(ledger, circle));
  }

  private Hit hit(ConceptLedger ledger, Circles.Circle circle) {
    return new Hits(id(), ledger)
        .hit(
            Optional.empty(),
            Optional.of(circle.owner().type().simpleName() + "." + circle.field().name()),
            "a serialiser that follows " + circle.path() + " may never end",
            List.of(
                Remedy.advice(
                    "let one of them show the other's key, or a smaller type without the way back")),
            circle.field().place(),
            ledger.pairing().rowOf(circle.field().name(), circle.station()).stream().toList());
  }
}
