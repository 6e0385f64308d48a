package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.time.temporal.ChronoUnit;
import java.util.Locale;
import java.util.Objects;

/**
 * The unit of a number that stands for a duration or a moment.
 *
 * @param unit from nanoseconds to days
 * @param at where the plan says it
 */
public record CountedUnit(ChronoUnit unit, Place at) implements PlanWord {

  public CountedUnit {
    Objects.requireNonNull(unit, "unit");
    Objects.requireNonNull(at, "at");
  }

  /** The unit as plans spell it. */
  String key() {
    return unit.name().toLowerCase(Locale.ROOT);
  }
}
