package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.FieldRole;
import java.util.List;
import java.util.stream.Stream;

/** A secret that the text of a record shows. */
final class PrintedSecret implements Rule.Check<Scope.FieldOfShape> {

  @Override
  public Stream<RuleMatch> of(Scope.FieldOfShape at, RuleContext context) {
    return at.concept().roles(at.shape(), at.field()).contains(FieldRole.SECRET)
            && Prints.isPrinted(at, context)
        ? Stream.of(match(at))
        : Stream.empty();
  }

  private static RuleMatch match(Scope.FieldOfShape at) {
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.LEAKED_SECRET, at.shape(), at.field(), "why it may be visible");
    return new Matches(RuleId.LEAKED_SECRET, at.concept())
        .ofField(
            at.shape(),
            at.field(),
            at.shape().shownName() + ".toString() prints the secret " + at.field().name() + ".",
            List.of(Remedy.advice("write a toString for the record that omits it"), accept));
  }
}
