package dev.shelftwin.observe;

/** Thrown when a mapper cannot be run. Its message is shown to the user. */
final class CannotObserve extends RuntimeException {

  private static final long serialVersionUID = 1;

  CannotObserve(String message) {
    super(message, null, false, false);
  }
}
