package dev.shelftwin.trial;

/** Thrown where the users' code fails in a place where it must not; it stops one route. */
final class UserFailure extends RuntimeException {

  private static final long serialVersionUID = 1;

  UserFailure(String message, Throwable cause) {
    super(message, cause);
  }
}
