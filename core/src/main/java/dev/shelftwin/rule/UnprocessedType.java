package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.shape.ShapeTrait;
import java.util.List;
import java.util.stream.Stream;

/** A type of a concept whose source was read before an annotation processor completed it. */
final class UnprocessedType implements Rule.Check<ConceptLedger> {

  private static final String REMEDY =
      "build the project and give its classes: 'classes' of 'code' in the plan, or --classes";

  @Override
  public Stream<RuleMatch> of(ConceptLedger concept, RuleContext context) {
    return concept
        .shapes()
        .filter(shape -> shape.shape().has(ShapeTrait.UNPROCESSED))
        .map(
            shape ->
                new Matches(RuleId.UNREAD_CODE, concept)
                    .ofShape(
                        shape,
                        "Nothing can read or set the fields of "
                            + shape.shownName()
                            + ". If an annotation processor adds methods to it, they are missing in"
                            + " its source.",
                        List.of(Remedy.advice(REMEDY)),
                        shape.shape().place()));
  }
}
