package dev.shelftwin.rule;

import dev.shelftwin.finding.RuleId;
import java.util.stream.Stream;

/** A field whose name looks like a secret's and that the text of a record shows. */
final class PrintedSuspect implements Rule.Check<Scope.FieldOfShape> {

  @Override
  public Stream<RuleMatch> of(Scope.FieldOfShape at, RuleContext context) {
    return SuspectedSecret.isSuspect(at.concept(), at.shape(), at.field())
            && Prints.isPrinted(at, context)
        ? Stream.of(match(at))
        : Stream.empty();
  }

  private static RuleMatch match(Scope.FieldOfShape at) {
    return new Matches(RuleId.SUSPECTED_SECRET, at.concept())
        .ofField(
            at.shape(),
            at.field(),
            at.shape().shape()
                + ".toString() prints "
                + at.field().name()
                + ", whose name looks like a secret.",
            SuspectedSecret.remedies(at.concept(), at.shape(), at.field()));
  }
}
