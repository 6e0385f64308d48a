package dev.shelftwin.trial;

import java.util.Objects;

/** Thrown by an end that cannot be reached, so that its routes prove nothing. */
public final class EndMissing extends RuntimeException {

  private static final long serialVersionUID = 1L;

  public EndMissing(String reason, Throwable cause) {
    super(Objects.requireNonNull(reason, "reason"), cause);
  }
}
