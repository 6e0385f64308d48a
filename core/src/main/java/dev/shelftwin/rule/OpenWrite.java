package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * A request field that sets a value which requests must not set: one that the plan calls protected,
 * or a generated key or audit column.
 */
final class OpenWrite implements Rule.Check<MappingOnHop> {

  private static final Set<FieldRole> GUARDED =
      EnumSet.of(FieldRole.PROTECTED, FieldRole.KEY, FieldRole.AUDIT);

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    boolean set =
        at.from().role() == Role.TRANSFER
            && at.to().equals(at.concept().hub())
            && at.mapping().isCarried();
    return set ? guarded(at).map(role -> match(at, role)).stream() : Stream.empty();
  }

  /** The role of the target, or of a column that it is loaded from. */
  private static Optional<FieldRole> guarded(MappingOnHop at) {
    Stream<FieldRole> ofColumns =
        at.concept().hops().stream()
            .filter(hop -> hop.hop().from().role() == Role.PERSISTENCE)
            .filter(hop -> hop.hop().to().equals(at.to()))
            .flatMap(
                hop ->
                    hop.into(at.target().name()).filter(FieldMapping::isCarried).stream()
                        .flatMap(mapping -> mapping.sources().stream())
                        .flatMap(column -> at.concept().roles(hop.hop().from(), column).stream()));
    return Stream.concat(at.concept().roles(at.to(), at.target()).stream(), ofColumns)
        .filter(GUARDED::contains)
        .findFirst();
  }

  private static RuleMatch match(MappingOnHop at, FieldRole role) {
    String kind = role == FieldRole.PROTECTED ? "protected field" : "persistence " + role.key();
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.OPEN_WRITE, at.to(), at.target(), "why requests may set it");
    return new Matches(RuleId.OPEN_WRITE, at.concept())
        .onHop(
            at,
            at.from(),
            at.source(),
            at.sourcePath() + " sets the " + kind + " " + at.targetPath() + ".",
            List.of(
                Remedy.advice(
                    "remove "
                        + at.source().name()
                        + " from "
                        + at.from().shownName()
                        + ", and say with 'given' where the value comes from"),
                accept));
  }
}
