package coop.kiln.model;

import java.util.Objects;

/**
 * What was found when the door was opened.
 *
 * @param cracked pieces, not below 0
 */
public record UnloadingCheck(FiringNumber firing, int cracked, boolean swept) {

  public UnloadingCheck {
    Objects.requireNonNull(firing, "firing");
    if (cracked < 0) {
      throw new IllegalArgumentException("there cannot be fewer than no cracked pieces");
    }
  }
}
