package dev.shelftwin.trial;

import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Thrown by an end that cannot be reached, so that its routes prove nothing. */
public final class EndMissing extends RuntimeException {

  private static final long serialVersionUID = 1L;

  /**
   * A missing end.
   *
   * @param cause null if there is none
   */
  public EndMissing(String reason, @Nullable Throwable cause) {
    super(Objects.requireNonNull(reason, "reason"), cause);
  }
}
