package dev.shelftwin.plan;

import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Place;
import java.util.Objects;

/**
 * Limits of a field that the plan gives and the declaration does not.
 *
 * @param limits to be added to the declaration's
 * @param required whether a value must be there
 * @param at where the plan gives them
 */
public record PlanLimits(Limits limits, boolean required, Place at) {

  public PlanLimits {
    Objects.requireNonNull(limits, "limits");
    Objects.requireNonNull(at, "at");
  }
}
