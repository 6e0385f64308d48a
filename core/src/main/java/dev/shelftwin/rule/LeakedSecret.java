package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.stream.Stream;

/** A secret that a response shows. */
final class LeakedSecret implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    boolean shown = at.to().role() == Role.TRANSFER && at.mapping().isCarried();
    return shown && isDeclaredSecret(at) ? Stream.of(match(at)) : Stream.empty();
  }

  /** Whether the source or the target is declared as a secret. */
  static boolean isDeclaredSecret(MappingOnHop at) {
    return Stream.concat(
            at.mapping().sources().stream()
                .flatMap(field -> at.concept().roles(at.from(), field).stream()),
            at.mapping().target().stream()
                .flatMap(field -> at.concept().roles(at.to(), field).stream()))
        .anyMatch(role -> role == FieldRole.SECRET);
  }

  private static RuleMatch match(MappingOnHop at) {
    Field target = at.target();
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.LEAKED_SECRET, at.to(), target, "why it may be visible");
    return new Matches(RuleId.LEAKED_SECRET, at.concept())
        .onHop(
            at,
            at.to(),
            target,
            at.targetPath() + " shows the secret " + at.sourcePath() + ".",
            List.of(Remedy.advice("remove " + target.name() + " from " + at.to().shape()), accept));
  }
}
