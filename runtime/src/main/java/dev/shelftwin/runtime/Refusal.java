package dev.shelftwin.runtime;

import java.util.Objects;

/** Thrown by a conversion to refuse a value with a code; any other exception means "refused". */
public final class Refusal extends RuntimeException {

  private static final long serialVersionUID = 1L;

  private final String code;

  /** Refuses a value; neither argument may be null. */
  public Refusal(String code, String message) {
    super(Objects.requireNonNull(message, "message"));
    this.code = Objects.requireNonNull(code, "code");
  }

  /** What is wrong, such as {@link Fault#UNKNOWN_CONSTANT}. */
  public String code() {
    return code;
  }
}
