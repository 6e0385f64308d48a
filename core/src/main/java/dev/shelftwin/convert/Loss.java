package dev.shelftwin.convert;

import dev.shelftwin.shape.Keys;

/** What a conversion or a column may lose. */
public enum Loss {
  /** Values outside the target's range cannot arrive. */
  RANGE,
  /** Digits after the point of a decimal number do not arrive. */
  SCALE,
  /** Digits after the point of a second do not arrive. */
  TIME_RESOLUTION,
  /** Texts that are too long do not arrive. */
  LENGTH,
  /** Digits of a number do not arrive. */
  PRECISION,
  /** The zone or the offset of a time does not arrive. */
  ZONE,
  /** The order of elements does not arrive. */
  ORDER,
  /** Of equal elements only one arrives. */
  DUPLICATES,
  /** That nothing was there does not arrive. */
  ABSENCE,
  /** Upper and lower case do not arrive apart. */
  CASE,
  /** Spaces at the ends of a text do not arrive. */
  TRIMMING,
  /** A part of the value does not arrive. */
  PART;

  /** As reports write it. */
  public String key() {
    return Keys.of(this);
  }
}
