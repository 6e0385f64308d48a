package dev.shelftwin.trial;

import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Thrown by an end that does not take an object. */
public final class EndRefusal extends RuntimeException {

  private static final long serialVersionUID = 1L;

  private final String field;

  /**
   * A refusal.
   *
   * @param field the field that it is about; empty where that is not known
   * @param reason in the end's own words
   * @param cause null if there is none
   */
  public EndRefusal(String field, String reason, @Nullable Throwable cause) {
    super(Objects.requireNonNull(reason, "reason"), cause);
    this.field = Objects.requireNonNull(field, "field");
  }

  /** The field that it is about; empty where that is not known. */
  public String field() {
    return field;
  }
}
