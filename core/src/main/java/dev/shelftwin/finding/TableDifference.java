package dev.shelftwin.finding;

import java.util.Objects;

/**
 * Something in an existing schema that is not as the rows need it.
 *
 * @param rule which kind it is
 * @param row the binary name of the entity class; empty where no entity has the table
 * @param field the field of the row; empty where it has none
 * @param message what is not the same, as a sentence
 */
public record TableDifference(RuleId rule, String row, String field, String message) {

  public TableDifference {
    Objects.requireNonNull(rule, "rule");
    Objects.requireNonNull(row, "row");
    Objects.requireNonNull(field, "field");
    Objects.requireNonNull(message, "message");
  }
}
