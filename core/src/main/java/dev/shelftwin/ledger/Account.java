package dev.shelftwin.ledger;

import dev.shelftwin.shape.Keys;

/** What becomes of a field on a hop. */
public enum Account {
  /** It arrives as it is. */
  CARRIED,
  /** It arrives as another type. */
  CONVERTED,
  /** Several fields arrive as one. */
  JOINED,
  /** One field arrives as several. */
  SPLIT,
  /** It is computed from others and needs no source. */
  DERIVED,
  /** Its value comes from elsewhere. */
  GIVEN,
  /** It goes no further, on purpose. */
  STAYS,
  /** A source field that reaches nothing: a fault. */
  LOST,
  /** A target field that nothing fills: a fault. */
  UNFILLED;

  /** As reports write it. */
  public String key() {
    return Keys.of(this);
  }

  public boolean isFault() {
    return this == LOST || this == UNFILLED;
  }
}
