package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Objects;

/**
 * A value that is written in the plan.
 *
 * @param value text, whole number, number or truth value
 * @param at where it stands
 */
public record Literal(Object value, Place at) implements PlanWord {

  public Literal {
    Objects.requireNonNull(value, "value");
    Objects.requireNonNull(at, "at");
  }
}
