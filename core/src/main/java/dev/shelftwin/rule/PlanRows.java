package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.Optional;

/** Writes rows of the plan that would settle a finding. */
final class PlanRows {

  private final ConceptLedger ledger;

  PlanRows(ConceptLedger ledger) {
    this.ledger = ledger;
  }

  /** A row that pairs two fields of different names. */
  Remedy pair(Station one, Field field, Station other, Field partner) {
    boolean first = one.role() == Role.DOMAIN;
    String names =
        first
            ? names(one, field) + ", " + names(other, partner)
            : names(other, partner) + ", " + names(one, field);
    return Remedy.row("if they are the same, say so", "- { " + names + " }");
  }

  /** A row, new or grown from the one there is, that adds a word about a field. */
  Remedy with(String advice, Station station, Field field, String word) {
    Optional<Row> row = ledger.pairing().rowOf(field.name(), station);
    if (row.isEmpty()) {
      return Remedy.row(advice, "- { " + names(station, field) + ", " + word + " }");
    }
    String line = row.get().at().text().strip();
    boolean whole = line.startsWith("- {") && line.endsWith("}");
    boolean said = line.contains(word.substring(0, word.indexOf(':') + 1));
    return whole && !said
        ? Remedy.row(
            advice, line.substring(0, line.length() - 1).stripTrailing() + ", " + word + " }")
        : Remedy.advice(
            advice + ": add '" + word + "' to its row at line " + row.get().at().line());
  }

  private static String names(Station station, Field field) {
    return station.layer().name() + ": " + field.name();
  }
}
