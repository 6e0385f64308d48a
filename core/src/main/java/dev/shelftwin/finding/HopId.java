package dev.shelftwin.finding;

import java.util.Objects;

/**
 * The identity of a hop in findings.
 *
 * @param from the label of the source shape, or of an end such as {@code FiringRow@table}
 * @param to the label of the target shape
 */
public record HopId(String from, String to) {

  public HopId {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
  }

  /** As reports write it: {@code A->B}. */
  @Override
  public String toString() {
    return from + "->" + to;
  }
}
