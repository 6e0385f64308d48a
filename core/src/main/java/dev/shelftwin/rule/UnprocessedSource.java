package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import java.util.List;
import java.util.stream.Stream;

/** A source that an annotation processor completes, read without its class file. */
final class UnprocessedSource implements Rule.Check<ConceptLedger> {

  /** What to do about it. */
  static final String REMEDY =
      "build the project and give its classes: 'classes' of 'code' in the plan, or --classes";

  @Override
  public Stream<RuleMatch> of(ConceptLedger concept, RuleContext context) {
    return concept
        .shapes()
        .filter(shape -> shape.shape().isUnprocessed())
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
