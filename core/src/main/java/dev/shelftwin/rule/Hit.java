package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.plan.Row;
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

  /** The row that accepts it, where one does. */
  Optional<Row> acceptedBy() {
    return rows.stream().filter(row -> row.accept().containsKey(finding.rule())).findFirst();
  }
}
