package dev.shelftwin.convert;

import dev.shelftwin.shape.KebabCase;

/** What a conversion or a column may lose. */
public enum Loss {
  /** Values outside the target's range are rejected. */
  RANGE,
  /** Digits after the decimal point are dropped. */
  SCALE,
  /** Fractions of a second are dropped. */
  TIME_RESOLUTION,
  /** Texts that are too long are cut or rejected. */
  LENGTH,
  /** Digits of a number are dropped. */
  PRECISION,
  /** The zone or offset of a time is dropped. */
  ZONE,
  /** The order of elements is not kept. */
  ORDER,
  /** Duplicate elements are dropped. */
  DUPLICATES,
  /** A missing value is replaced by a value. */
  ABSENCE,
  /** Upper and lower case become equal. */
  CASE,
  /** Leading and trailing spaces are dropped. */
  TRIMMING,
  /** A part of the value is dropped. */
  PART;

  /** The name in reports. */
  public String key() {
    return KebabCase.of(this);
  }
}
