package dev.shelftwin.trial;

import java.lang.reflect.InvocationTargetException;
import java.util.Objects;

/** What is said about exceptions and errors that stop a route. */
final class Failures {

  private Failures() {}

  /** The innermost cause in one line. */
  static String text(Throwable thrown) {
    if (thrown instanceof UserFailure failure) {
      return String.valueOf(failure.getMessage());
    }
    Throwable cause = thrown;
    while (cause.getCause() != null && cause.getCause() != cause) {
      cause = cause.getCause();
    }
    if (cause instanceof ClassNotFoundException missing) {
      return "the class " + missing.getMessage() + " is not on the class path";
    }
    String text = cause.toString().lines().findFirst().orElse("");
    StackTraceElement[] trace = cause.getStackTrace();
    return trace.length == 0 ? text : text + " at " + trace[0];
  }

  /**
   * The rejection of a value by the users' code.
   *
   * @param by what rejects it
   * @param value the value, as the beginning of the reason
   * @throws UserFailure if it was an error, which rejects nothing
   */
  static RejectedSample rejection(String by, String value, InvocationTargetException thrown) {
    Throwable cause = ObjectAccess.cause(thrown);
    if (cause instanceof Error) {
      throw new UserFailure(by + " failed: " + text(cause), cause);
    }
    String message = Objects.requireNonNullElse(cause.getMessage(), cause.toString());
    return new RejectedSample(by, value + message);
  }
}
