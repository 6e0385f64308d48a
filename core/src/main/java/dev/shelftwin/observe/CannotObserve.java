package dev.shelftwin.observe;

/** Thrown where a mapper cannot be run at all; the message is a sentence for the user. */
final class CannotObserve extends RuntimeException {

  private static final long serialVersionUID = 1;

  CannotObserve(String message) {
    super(message, null, false, false);
  }
}
