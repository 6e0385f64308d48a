package coop.kiln.model;

import java.time.Duration;
import java.util.Objects;

/**
 * One stretch of a firing's schedule.
 *
 * @param rate how fast the kiln heats or cools, in degrees Celsius per hour
 * @param target where the stretch leads, in degrees Celsius
 * @param hold how long the kiln stays there
 */
public record Segment(int rate, int target, Duration hold) {

  public Segment {
    if (rate < 1 || rate > 600) {
      throw new IllegalArgumentException("a rate lies between 1 and 600 °C an hour, not " + rate);
    }
    if (target < 1 || target > 1400) {
      throw new IllegalArgumentException("a target lies between 1 and 1400 °C, not " + target);
    }
    Objects.requireNonNull(hold, "hold");
    if (hold.isNegative() || hold.compareTo(Duration.ofDays(2)) > 0) {
      throw new IllegalArgumentException("a kiln is held for at most two days");
    }
  }
}
