package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Objects;

/** A word or sentence of a plan and where it stands. */
public record Text(String value, Place at) implements PlanWord {

  public Text {
    Objects.requireNonNull(value, "value");
    Objects.requireNonNull(at, "at");
  }

  /** Whether it stands for a reason that nobody has given yet. */
  public boolean isQuestion() {
    return value.startsWith("?");
  }

  @Override
  public String toString() {
    return value;
  }
}
