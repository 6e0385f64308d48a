package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.plan.Acceptance;
import dev.shelftwin.plan.Row;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * A finding and the rows of the plan that could accept it.
 *
 * @param rows about the fields it names; none where no row is
 */
record Hit(Finding finding, List<Row> rows) {

  Hit {
    rows = List.copyOf(rows);
  }

  /** The row that accepts it, where one does; for how long is another question. */
  Optional<Row> acceptedBy() {
    return rows.stream().filter(row -> row.accept().containsKey(finding.rule())).findFirst();
  }

  /** What its row says about it, where that no longer holds. */
  Optional<Acceptance> over(LocalDate day) {
    return acceptedBy()
        .map(row -> row.accept().get(finding.rule()))
        .filter(acceptance -> acceptance.isOver(day));
  }

  /** The finding, saying since when nobody accepts it any more. */
  Finding findingAfter(Acceptance over) {
    String message =
        finding.message()
            + "; that was accepted until "
            + over.until().map(LocalDate::toString).orElse("")
            + ": "
            + over.because();
    return new Finding(
        finding.rule(),
        finding.concept(),
        finding.hop(),
        finding.field(),
        message,
        finding.remedies(),
        finding.at());
  }
}
