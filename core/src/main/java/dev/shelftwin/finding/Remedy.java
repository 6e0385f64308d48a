package dev.shelftwin.finding;

import java.util.Objects;
import java.util.Optional;

/**
 * One way to settle a finding.
 *
 * @param advice what to do, as a phrase
 * @param row the row of the plan that does it, ready to paste below {@code fields:} of the concept;
 *     empty where it is done elsewhere
 */
public record Remedy(String advice, Optional<String> row) {

  public Remedy {
    Objects.requireNonNull(advice, "advice");
    Objects.requireNonNull(row, "row");
  }

  /** A remedy outside the plan's rows. */
  public static Remedy advice(String advice) {
    return new Remedy(advice, Optional.empty());
  }

  /** A row of the plan. */
  public static Remedy row(String advice, String row) {
    return new Remedy(advice, Optional.of(row));
  }
}
