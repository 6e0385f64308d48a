package dev.shelftwin.trial;

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
    String text = cause.toString().lines().findFirst().orElse("");
    StackTraceElement[] trace = cause.getStackTrace();
    return trace.length == 0 ? text : text + " at " + trace[0];
  }
}
