package dev.shelftwin.trial;

import java.util.Objects;

/** Thrown if the users' types reject a sample. The sample is counted, but proves nothing. */
final class RejectedSample extends RuntimeException {

  private static final long serialVersionUID = 1L;

  private final String by;

  /**
   * A rejection.
   *
   * @param by what rejects it, such as a constructor or a field of a request
   * @param reason why, with the value
   */
  RejectedSample(String by, String reason) {
    super(by + ": " + reason, null, false, false);
    this.by = Objects.requireNonNull(by, "by");
  }

  String by() {
    return by;
  }
}
