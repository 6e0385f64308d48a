package dev.shelftwin.rule;

import dev.shelftwin.convert.Loss;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ColumnLosses;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.stream.Stream;

/**
 * A column that silently cuts values although nobody chose how much: a decimal without a scale,
 * whose digits the provider chooses, and a time with fewer digits than microseconds. That columns
 * do not store nanoseconds is the same everywhere, so only trials show it.
 */
final class LossyColumn implements Rule.Check<Scope.FieldOfShape> {

  /** What columns store by default (measured with H2, PostgreSQL and MariaDB). */
  private static final int DEFAULT_SECOND_DIGITS = 6;

  @Override
  public Stream<RuleMatch> of(Scope.FieldOfShape at, RuleContext context) {
    Field field = at.field();
    boolean column =
        at.shape().role() == Role.PERSISTENCE
            && !at.shape().equals(at.concept().hub())
            && at.shape().shape().hasColumns()
            && field.stored();
    if (!column) {
      return Stream.empty();
    }
    if (ColumnLosses.of(field).contains(Loss.SCALE) && field.limits().scale().isEmpty()) {
      return Stream.of(
          match(
              at,
              " has no scale: the provider chooses one (usually 2 digits) and further digits are"
                  + " silently rounded.",
              "give the column a precision and a scale"));
    }
    int digits = field.limits().secondDigits().orElse(DEFAULT_SECOND_DIGITS);
    return digits >= DEFAULT_SECOND_DIGITS
        ? Stream.empty()
        : Stream.of(
            match(
                at,
                " stores "
                    + digits
                    + " digits of a second: further digits are silently rounded or cut.",
                "give the column 6 digits, or truncate the time where it is created"));
  }

  private static RuleMatch match(Scope.FieldOfShape at, String problem, String advice) {
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.LOSSY_CONVERSION, at.shape(), at.field(), "why this is enough");
    return new Matches(RuleId.LOSSY_CONVERSION, at.concept())
        .atTable(
            at.shape(),
            at.field(),
            "The column of " + at.shape().path(at.field()) + problem,
            List.of(Remedy.advice(advice), accept));
  }
}
