package dev.shelftwin.finding;

import dev.shelftwin.shape.Place;
import java.util.Objects;

/**
 * Something in the input that keeps a stage from working.
 *
 * @param at where
 * @param message what is wrong, as a sentence without a full stop
 * @param remedy what to do, as a sentence without a full stop
 */
public record InputError(Place at, String message, String remedy) {

  public InputError {
    Objects.requireNonNull(at, "at");
    Objects.requireNonNull(message, "message");
    Objects.requireNonNull(remedy, "remedy");
  }

  @Override
  public String toString() {
    return at + ": " + message + "; " + remedy;
  }
}
