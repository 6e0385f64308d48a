package dev.shelftwin.rule;

import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Types of a response that refer back to each other, so that writing a document may never end. */
final class EndlessGraph implements Rule.Check<ConceptLedger> {

  @Override
  public Stream<RuleMatch> of(ConceptLedger concept, RuleContext context) {
    return context.cycles().stream()
        .filter(cycle -> cycle.concept().equals(concept.name()))
        .map(cycle -> match(concept, cycle));
  }

  private static RuleMatch match(ConceptLedger concept, TypeCycles.Cycle cycle) {
    return new Matches(RuleId.ENDLESS_GRAPH, concept)
        .of(
            Optional.empty(),
            Optional.of(FieldId.of(cycle.owner().type().simpleName(), cycle.field().name())),
            "Writing a document of this response may never end: " + cycle.path() + ".",
            List.of(
                Remedy.advice(
                    "let one of them hold the other's key, or a smaller type that does not refer"
                        + " back")),
            cycle.field().place(),
            concept.pairing().rowOf(cycle.field().name(), cycle.response()).stream().toList(),
            List.of(cycle.response().layer()));
  }
}
