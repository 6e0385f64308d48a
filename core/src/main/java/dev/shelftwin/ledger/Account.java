package dev.shelftwin.ledger;

import dev.shelftwin.shape.KebabCase;

/** The kinds of field mappings, as shown in reports. */
public enum Account {
  /** The value is passed as it is. */
  CARRIED,
  /** The value is converted to another type. */
  CONVERTED,
  /** Several fields become one. */
  JOINED,
  /** One field becomes several. */
  SPLIT,
  /** The field is computed from others and needs no source. */
  DERIVED,
  /** The plan gives the value. */
  GIVEN,
  /** The field is not mapped, on purpose. */
  STAYS,
  /** A source field without a target: an error. */
  LOST,
  /** A target field without a fitting source: an error. */
  UNFILLED;

  /** The name in reports. */
  public String key() {
    return KebabCase.of(this);
  }

  /** Whether the account is an error. */
  public boolean isError() {
    return this == LOST || this == UNFILLED;
  }
}
