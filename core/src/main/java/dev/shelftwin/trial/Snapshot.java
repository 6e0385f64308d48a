package dev.shelftwin.trial;

import java.util.List;
import java.util.Objects;

/**
 * What an object held at one moment.
 *
 * @param resolved where on the route, such as {@code FiringRow}
 * @param values in the order of the fields
 * @param text what stood at an end, such as JSON; empty elsewhere
 */
public record Snapshot(String resolved, List<Value> values, String text) {

  public Snapshot {
    Objects.requireNonNull(resolved, "resolved");
    values = List.copyOf(values);
    Objects.requireNonNull(text, "text");
  }

  /**
   * One field at one moment.
   *
   * @param row what the domain calls the field; its own name where the domain does not know it
   * @param field its own name
   * @param text the value as text
   * @param type what it really is at an end, such as a column's type; empty elsewhere
   */
  public record Value(String row, String field, String text, String type) {

    public Value {
      Objects.requireNonNull(row, "row");
      Objects.requireNonNull(field, "field");
      Objects.requireNonNull(text, "text");
      Objects.requireNonNull(type, "type");
    }
  }
}
