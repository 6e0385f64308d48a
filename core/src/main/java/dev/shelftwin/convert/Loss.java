package dev.shelftwin.convert;

import dev.shelftwin.shape.Keys;

/** What a conversion may lose. */
public enum Loss {
  /** Values outside the target's range cannot arrive. */
  RANGE;

  /** As reports write it. */
  public String key() {
    return Keys.of(this);
  }
}
