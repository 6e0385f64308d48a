package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.MapperPlan;
import dev.shelftwin.ledger.Obstacle;
import dev.shelftwin.shape.Creator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A mapper that cannot be written although all of its fields are accounted for. */
final class UnwritableMapper implements Rule.Check<ConceptLedger> {

  @Override
  public Stream<RuleMatch> of(ConceptLedger concept, RuleContext context) {
    return context.ledger().mappers().stream()
        .filter(mapper -> mapper.concept().name().equals(concept.name()))
        .flatMap(
            mapper ->
                mapper.obstacles().stream()
                    .flatMap(obstacle -> match(concept, mapper, obstacle).stream()));
  }

  /** Other obstacles have findings of their own. */
  private static Optional<RuleMatch> match(
      ConceptLedger concept, MapperPlan mapper, Obstacle obstacle) {
    if (obstacle instanceof Obstacle.Cycle) {
      return Optional.of(cycle(concept, mapper));
    }
    if (obstacle instanceof Obstacle.AmbiguousCreator ambiguous) {
      return Optional.of(ambiguous(concept, ambiguous));
    }
    return obstacle instanceof Obstacle.NestedParameter nested
        ? Optional.of(nestedParameter(concept, nested))
        : Optional.empty();
  }

  private static RuleMatch cycle(ConceptLedger concept, MapperPlan mapper) {
    return new Matches(RuleId.UNWRITABLE_MAPPER, concept)
        .ofConcept(
            "The "
                + mapper.layer().name()
                + " mapper of "
                + concept.name()
                + " needs mappers that need it, so none of them can be created first.",
            List.of(Remedy.advice("let one of them refer to the other by its key")),
            concept.concept().at());
  }

  private static RuleMatch ambiguous(ConceptLedger concept, Obstacle.AmbiguousCreator obstacle) {
    String others =
        obstacle.alternatives().stream()
            .map(Creator::toString)
            .collect(Collectors.joining(" and "));
    Hop hop = obstacle.hop().hop();
    String build =
        "{ type: %s, build: { %s: %s } }"
            .formatted(
                hop.to().use().type(),
                hop.from().use().simpleName(),
                obstacle.creator().isConstructor() ? "new" : obstacle.creator().name());
    return new Matches(RuleId.UNWRITABLE_MAPPER, concept)
        .onHop(
            obstacle.hop(),
            obstacle.creator() + " and " + others + " can all create " + hop.to().shownName() + ".",
            List.of(Remedy.advice("name the intended one: '" + build + "'")),
            hop.to().use().at());
  }

  private static RuleMatch nestedParameter(
      ConceptLedger concept, Obstacle.NestedParameter obstacle) {
    return new Matches(RuleId.UNWRITABLE_MAPPER, concept)
        .onHop(
            obstacle.hop(),
            "The nested mapper of "
                + obstacle.call().concept()
                + " needs a value from its caller, which this mapper does not have.",
            List.of(
                Remedy.advice(
                    "let a supplier or a static method give the value: { from: supplier }")),
            concept.concept().at());
  }
}
