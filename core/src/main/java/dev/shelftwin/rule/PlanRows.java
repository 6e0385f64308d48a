package dev.shelftwin.rule;

import dev.shelftwin.finding.PlanEdit;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.InsertionPoint;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Remedies that change the rows of one concept in the plan. */
final class PlanRows {

  private final ConceptLedger concept;

  PlanRows(ConceptLedger concept) {
    this.concept = concept;
  }

  /** A row that pairs two fields of different names. */
  Remedy pair(ResolvedShape one, Field field, ResolvedShape other, Field partner) {
    boolean domainFirst = one.role() == Role.DOMAIN;
    String names =
        domainFirst
            ? names(one, field) + ", " + names(other, partner)
            : names(other, partner) + ", " + names(one, field);
    return added("if they are the same field, pair them", "- { " + names + " }");
  }

  /**
   * A word about a field: in a new row, or added to the field's row.
   *
   * @param word the word with its value, as in {@code accept: { leaked-key: "why" }}
   */
  Remedy with(String advice, ResolvedShape shape, Field field, String word) {
    Optional<Row> row = concept.pairing().rowOf(field.name(), shape);
    return row.isEmpty()
        ? added(advice, "- { " + names(shape, field) + ", " + word + " }")
        : with(advice, row.get(), word);
  }

  /** Accepts a finding in the row of its field. */
  Remedy accept(RuleId rule, ResolvedShape shape, Field field, String reason) {
    return with(
        "or accept the finding",
        shape,
        field,
        "accept: { " + rule.key() + ": \"" + reason + "\" }");
  }

  private Remedy added(String advice, String row) {
    return Remedy.row(advice, row, concept.concept().rowEnd().map(end -> end.insert(row)));
  }

  private static Remedy with(String advice, Row row, String word) {
    if (row.text().ofSeveral()) {
      return Remedy.advice(
          advice
              + ": give "
              + row.field()
              + " a row of its own instead of the one at line "
              + row.at().line()
              + ", with '"
              + word
              + "'");
    }
    String key = word.substring(0, word.indexOf(':'));
    String line = row.at().text().strip();
    boolean hasKey = line.contains(key + ":") || row.text().inner().containsKey(key);
    if (hasKey) {
      return new Remedy(
          advice + ": add '" + word + "' to its row at line " + row.at().line(),
          Optional.empty(),
          inner(row, key, word));
    }
    Optional<PlanEdit> edit = row.text().end().map(end -> end.insert(word));
    boolean onOneLine = line.startsWith("- {") && line.endsWith("}");
    return onOneLine
        ? Remedy.row(
            advice, line.substring(0, line.length() - 1).stripTrailing() + ", " + word + " }", edit)
        : new Remedy(
            advice + ": add '" + word + "' to its row at line " + row.at().line(),
            Optional.empty(),
            edit);
  }

  /** Adds to a word whose value is a mapping already, as in {@code accept: { a: why, b: why }}. */
  private static Optional<PlanEdit> inner(Row row, String key, String word) {
    @Nullable InsertionPoint point = row.text().inner().get(key);
    int open = word.indexOf('{');
    int close = word.lastIndexOf('}');
    return point == null || open < 0 || close < open
        ? Optional.empty()
        : Optional.of(point.insert(word.substring(open + 1, close).strip()));
  }

  private static String names(ResolvedShape shape, Field field) {
    return shape.layer().name() + ": " + field.name();
  }
}
