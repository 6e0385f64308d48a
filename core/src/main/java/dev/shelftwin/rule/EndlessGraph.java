package dev.shelftwin.rule;

import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Types of a response that refer back to each other, so that writing a document may never end. */
final class EndlessGraph implements Rule.Check<ConceptLedger> {

  @Override
  public Stream<RuleMatch> of(ConceptLedger concept, RuleContext context) {
    Map<ResolvedShape, List<TypeCycles.Cycle>> byResponse =
        context.cycles().stream()
            .filter(cycle -> cycle.concept().equals(concept.name()))
            .collect(
                Collectors.groupingBy(
                    TypeCycles.Cycle::response, LinkedHashMap::new, Collectors.toList()));
    return byResponse.values().stream().map(cycles -> match(concept, cycles));
  }

  /** The shortest way back; the others often go when it does. */
  private static RuleMatch match(ConceptLedger concept, List<TypeCycles.Cycle> cycles) {
    TypeCycles.Cycle cycle =
        cycles.stream().min(Comparator.comparingInt(one -> one.path().length())).orElseThrow();
    String more =
        switch (cycles.size()) {
          case 1 -> "";
          case 2 -> ", and on another way";
          default -> ", and on " + (cycles.size() - 1) + " other ways";
        };
    return new Matches(RuleId.ENDLESS_GRAPH, concept)
        .of(
            Optional.empty(),
            Optional.of(FieldId.of(cycle.owner().type().simpleName(), cycle.field().name())),
            "Writing a document of this response may never end: " + cycle.path() + more + ".",
            List.of(
                Remedy.advice(
                    "let one of them hold the other's key, or a smaller type that does not refer"
                        + " back")),
            cycle.field().place(),
            concept.pairing().rowOf(cycle.field().name(), cycle.response()).stream().toList(),
            List.of(cycle.response().layer()));
  }
}
