package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.stream.Stream;

/** A source and a target whose types cannot be converted to each other. */
final class TypeMismatch implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    return at.mapping().isMismatch() && !isReportedOutward(at)
        ? Stream.of(match(at))
        : Stream.empty();
  }

  /** Both directions fail for the same reason, so it is reported once. */
  private static boolean isReportedOutward(MappingOnHop at) {
    return at.hop().hop().inward()
        && at.concept().hop(at.to(), at.from()).stream()
            .flatMap(out -> out.outOf(at.target()))
            .anyMatch(FieldMapping::isMismatch);
  }

  private static RuleMatch match(MappingOnHop at) {
    Field source = at.source();
    Field target = at.target();
    TypeRef slot = at.hop().slot(target).orElse(target.type());
    boolean byOwn = at.mapping().row().filter(row -> !row.by().isEmpty()).isPresent();
    String message =
        at.sourcePath()
            + " ("
            + source.type()
            + ") cannot be converted to "
            + at.targetPath()
            + " ("
            + slot
            + ")"
            + (byOwn ? " by the class or method named with 'by'." : ".");
    Remedy own =
        byOwn
            ? Remedy.advice("add a public static method from " + source.type() + " to " + slot)
            : new PlanRows(at.concept())
                .with(
                    "or name a static method that converts it",
                    at.from(),
                    source,
                    "by: your.Class.method");
    return new Matches(RuleId.TYPE_MISMATCH, at.concept())
        .onHop(
            at,
            at.to(),
            target,
            message,
            List.of(Remedy.advice("use the same type for both"), own));
  }
}
