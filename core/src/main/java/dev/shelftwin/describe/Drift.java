package dev.shelftwin.describe;

import dev.shelftwin.shape.Place;
import java.util.Objects;
import java.util.Optional;

/**
 * A difference between a description and the class that was written from it.
 *
 * @param field the field of the class; empty if the class does not have it
 * @param message what differs, as a sentence
 * @param at where the plan describes it
 */
public record Drift(Optional<String> field, String message, Place at) {

  public Drift {
    Objects.requireNonNull(field, "field");
    Objects.requireNonNull(message, "message");
    Objects.requireNonNull(at, "at");
  }
}
