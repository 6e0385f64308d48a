package dev.shelftwin.rule;

import dev.shelftwin.describe.DescribedTypes;
import dev.shelftwin.describe.Drift;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A type whose description in the plan is not what its class says. */
final class DriftedDescription implements Rule.Check<Ledger> {

  private static final List<Remedy> REMEDIES =
      List.of(
          Remedy.advice("correct the description, or the class"),
          Remedy.advice("or remove the description: the class is enough"));

  @Override
  public Stream<RuleMatch> of(Ledger ledger, RuleContext context) {
    if (!context.plan().describes()) {
      return Stream.empty();
    }
    DescribedTypes described = DescribedTypes.of(context.plan(), context.shapes());
    Stream<RuleMatch> others =
        described.others().stream()
            .flatMap(type -> context.shapes().find(type).stream())
            .flatMap(shape -> described.drift(shape).stream().map(drift -> match(shape, drift)));
    return Stream.concat(
        context.concepts().flatMap(concept -> ofConcept(concept, described)), others);
  }

  private static Stream<RuleMatch> ofConcept(ConceptLedger concept, DescribedTypes described) {
    return concept
        .shapes()
        .filter(shape -> shape.use().description().isPresent())
        .flatMap(
            shape ->
                described.drift(shape.shape()).stream().map(drift -> match(concept, shape, drift)));
  }

  private static RuleMatch match(ConceptLedger concept, ResolvedShape shape, Drift drift) {
    Matches matches = new Matches(RuleId.DESCRIPTION_DRIFT, concept);
    Optional<Field> field = drift.field().flatMap(shape.shape()::field);
    return matches.of(
        Optional.empty(),
        field.map(known -> Matches.id(shape, known)),
        drift.message(),
        REMEDIES,
        drift.at(),
        field.map(known -> matches.rows(shape, known)).orElse(List.of()),
        List.of(shape.layer()));
  }

  private static RuleMatch match(Shape shape, Drift drift) {
    return RuleMatch.of(
        new Finding(
            RuleId.DESCRIPTION_DRIFT,
            shape.type().name(),
            Optional.empty(),
            Optional.empty(),
            drift.message(),
            REMEDIES,
            drift.at()));
  }
}
