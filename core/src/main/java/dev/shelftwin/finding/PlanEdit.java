package dev.shelftwin.finding;

import java.util.Objects;

/**
 * An insertion into the text of a plan.
 *
 * @param file the file of the plan, or of a part of it
 * @param line the line, counted from 1
 * @param column the column before which the text is inserted, counted from 1
 * @param text the text to insert; may contain line ends
 */
public record PlanEdit(String file, int line, int column, String text) {

  public PlanEdit {
    Objects.requireNonNull(file, "file");
    Objects.requireNonNull(text, "text");
  }

  /** The plan's text with the insertion. */
  public String applyTo(String plan) {
    int start = 0;
    for (int number = 1; number < line; number++) {
      int end = plan.indexOf('\n', start);
      start = end < 0 ? plan.length() : end + 1;
    }
    int position = Math.min(plan.length(), start + column - 1);
    return plan.substring(0, position) + text + plan.substring(position);
  }
}
