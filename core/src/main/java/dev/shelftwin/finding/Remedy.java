package dev.shelftwin.finding;

import java.util.Objects;
import java.util.Optional;

/**
 * One way to resolve a finding.
 *
 * @param advice what to do, as an imperative phrase
 * @param row the row of the plan that results, on one line; empty if the remedy is no row of the
 *     plan
 * @param edit the change of the plan's text; empty if the text cannot be changed automatically
 */
public record Remedy(String advice, Optional<String> row, Optional<PlanEdit> edit) {

  public Remedy {
    Objects.requireNonNull(advice, "advice");
    Objects.requireNonNull(row, "row");
    Objects.requireNonNull(edit, "edit");
  }

  /** A remedy outside the plan. */
  public static Remedy advice(String advice) {
    return new Remedy(advice, Optional.empty(), Optional.empty());
  }

  /** A change of the plan that results in a row. */
  public static Remedy row(String advice, String row, Optional<PlanEdit> edit) {
    return new Remedy(advice, Optional.of(row), edit);
  }

  /** A change of the plan that is shown as advice only. */
  public static Remedy edit(String advice, PlanEdit edit) {
    return new Remedy(advice, Optional.empty(), Optional.of(edit));
  }
}
