package dev.shelftwin.plan;

import dev.shelftwin.finding.PlanEdit;
import java.util.Objects;

/**
 * A position in the text of a plan where something can be added.
 *
 * @param file the file
 * @param line the line, counted from 1
 * @param column the column before which the text is inserted, counted from 1
 * @param prefix what separates the addition from the text before it
 */
public record InsertionPoint(String file, int line, int column, String prefix) {

  public InsertionPoint {
    Objects.requireNonNull(file, "file");
    Objects.requireNonNull(prefix, "prefix");
  }

  /** The edit that adds a text here. */
  public PlanEdit insert(String text) {
    return new PlanEdit(file, line, column, prefix + text);
  }
}
