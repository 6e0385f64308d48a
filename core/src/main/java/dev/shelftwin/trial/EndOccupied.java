package dev.shelftwin.trial;

import java.util.Objects;

/**
 * Thrown by an end that has an object already, such as a row with the same key, so that it cannot
 * take another one. That says nothing about the mapper: another sample is sent instead.
 */
public final class EndOccupied extends RuntimeException {

  private static final long serialVersionUID = 1L;

  public EndOccupied(String reason, Throwable cause) {
    super(Objects.requireNonNull(reason, "reason"), cause);
  }
}
