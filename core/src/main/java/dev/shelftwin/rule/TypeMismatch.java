package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import java.util.List;
import java.util.Optional;
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
    String slot = at.hop().slot(at.target()).orElse(at.target().type()).toString();
    Optional<Row> row = at.mapping().row();
    boolean byOwn = row.filter(one -> !one.by().isEmpty()).isPresent();
    Optional<String> format =
        row.flatMap(one -> one.format().at(at.hop().hop().outer().use())).map(Text::value);
    String message =
        at.sourcePath()
            + " ("
            + at.source().type()
            + ") cannot be converted to "
            + at.targetPath()
            + " ("
            + slot
            + ")"
            + (byOwn ? " by the class or method named with 'by'" : "")
            + format.map(pattern -> " in the format " + pattern).orElse("")
            + ".";
    List<Remedy> remedies =
        format.isPresent()
            ? List.of(
                Remedy.advice("name in 'format' what the date or time has, and all that it needs"))
            : List.of(Remedy.advice("use the same type for both"), own(at, byOwn, slot));
    return new Matches(RuleId.TYPE_MISMATCH, at.concept())
        .onHop(at, at.to(), at.target(), message, remedies);
  }

  private static Remedy own(MappingOnHop at, boolean byOwn, String slot) {
    return byOwn
        ? Remedy.advice("add a public static method from " + at.source().type() + " to " + slot)
        : new PlanRows(at.concept())
            .with(
                "or name a static method that converts it",
                at.from(),
                at.source(),
                "by: your.Class.method");
  }
}
