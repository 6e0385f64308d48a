package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Objects;

/**
 * A hint about the text of a plan.
 *
 * @param at where
 * @param message a sentence without a full stop
 */
public record PlanNote(Place at, String message) {

  public PlanNote {
    Objects.requireNonNull(at, "at");
    Objects.requireNonNull(message, "message");
  }

  @Override
  public String toString() {
    return at + ": " + message;
  }
}
