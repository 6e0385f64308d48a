package dev.shelftwin.runtime;

import java.util.Objects;

/**
 * Thrown by a conversion that rejects a value with a code of its own. Any other exception is
 * reported with the code {@link Fault#REFUSED}.
 */
public final class RejectedValue extends RuntimeException {

  private static final long serialVersionUID = 1L;

  private final String code;

  /** Creates the exception; neither argument may be null. */
  public RejectedValue(String code, String message) {
    super(Objects.requireNonNull(message, "message"));
    this.code = Objects.requireNonNull(code, "code");
  }

  /** Returns the code, such as {@link Fault#UNKNOWN_CONSTANT}. */
  public String code() {
    return code;
  }
}
