package dev.shelftwin.rule;

import dev.shelftwin.convert.Loss;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ColumnLosses;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A column that cuts its field in silence where nobody decided how much: a decimal number without a
 * scale, whose digits the provider chooses, and a time with fewer digits than microseconds. That
 * columns keep no nanoseconds is so everywhere, and is shown by trials only.
 */
final class LossyColumn implements Rule {

  /** What columns keep where nothing is said (measured with H2, PostgreSQL and MariaDB). */
  private static final int USUAL_SECOND_DIGITS = 6;

  @Override
  public RuleId id() {
    return RuleId.LOSSY_CONVERSION;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return ledger.outer().stream()
        .filter(station -> station.role() == Role.PERSISTENCE)
        .filter(station -> station.shape().hasColumns())
        .flatMap(
            station ->
                station
                    .shape()
                    .storedFields()
                    .flatMap(field -> hit(ledger, station, field).stream()));
  }

  private Optional<Hit> hit(ConceptLedger ledger, Station station, Field field) {
    if (ColumnLosses.of(field).contains(Loss.SCALE) && field.limits().scale().isEmpty()) {
      return Optional.of(
          hit(
              ledger,
              station,
              field,
              " gives no scale, so the provider chooses one (usually 2 digits) and the rest is"
                  + " rounded in silence",
              "give the column a precision and a scale"));
    }
    int digits = field.limits().secondDigits().orElse(USUAL_SECOND_DIGITS);
    return digits >= USUAL_SECOND_DIGITS
        ? Optional.empty()
        : Optional.of(
            hit(
                ledger,
                station,
                field,
                " keeps " + digits + " digits of a second, and the rest is lost in silence",
                "give the column 6 digits, or cut the time where it is made"));
  }

  private Hit hit(ConceptLedger ledger, Station station, Field field, String what, String advice) {
    Remedy accept =
        new PlanRows(ledger)
            .with(
                "or accept it",
                station,
                field,
                "accept: { lossy-conversion: \"why it is enough\" }");
    return new Hits(id(), ledger)
        .atTable(
            station,
            field,
            "the column of " + station.path(field) + what,
            List.of(Remedy.advice(advice), accept));
  }
}
