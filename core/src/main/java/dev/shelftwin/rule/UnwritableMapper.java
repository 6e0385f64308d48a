package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperPlan;
import dev.shelftwin.ledger.Obstacle;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
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
                    .flatMap(
                        obstacle -> match(concept, mapper, obstacle, context.ledger()).stream()));
  }

  /** Other obstacles have findings of their own. */
  private static Optional<RuleMatch> match(
      ConceptLedger concept, MapperPlan mapper, Obstacle obstacle, Ledger ledger) {
    if (obstacle instanceof Obstacle.Cycle) {
      return Optional.of(cycle(concept, mapper));
    }
    if (obstacle instanceof Obstacle.AmbiguousCreator ambiguous) {
      return Optional.of(ambiguous(concept, ambiguous));
    }
    return obstacle instanceof Obstacle.NestedParameter nested
        ? Optional.of(nestedParameter(concept, nested, ledger))
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
      ConceptLedger concept, Obstacle.NestedParameter obstacle, Ledger ledger) {
    HopLedger nested = ledger.hop(obstacle.call());
    String fields =
        nested.callerParameters().stream()
            .flatMap(given -> given.target().stream())
            .map(Field::name)
            .collect(Collectors.joining(", "));
    return new Matches(RuleId.UNWRITABLE_MAPPER, concept)
        .onHop(
            obstacle.hop(),
            "The nested mapper of "
                + obstacle.call().concept()
                + " takes a value of "
                + nested.hop().to().shownName()
                + " from its caller ("
                + fields
                + "), which this mapper does not have.",
            List.of(
                Remedy.advice(
                    "in %s, let a supplier or a static method give the value: { from: supplier }"
                        .formatted(obstacle.call().concept()))),
            concept.concept().at());
  }
}
