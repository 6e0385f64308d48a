package dev.shelftwin.finding;

import dev.shelftwin.shape.Place;
import java.util.Objects;

/**
 * An error in the input that prevents a stage from working.
 *
 * @param at where
 * @param message what is wrong, as a sentence without a full stop
 * @param remedy what to do, as an imperative phrase
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
