package dev.shelftwin.trial;

import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Thrown by an end that cannot be reached, so that its routes prove nothing. */
public final class EndMissing extends RuntimeException {

  private static final long serialVersionUID = 1L;

  /**
   * Why a library of the users does not work at all.
   *
   * @param what it is needed for
   * @param why what it says
   */
  public static String reasonOfLibrary(String what, String why) {
    return "no "
        + what
        + ": "
        + why
        + "; let 'class-path' have one version of all jars of the library";
  }

  /**
   * A missing end.
   *
   * @param cause null if there is none
   */
  public EndMissing(String reason, @Nullable Throwable cause) {
    super(Objects.requireNonNull(reason, "reason"), cause);
  }
}
