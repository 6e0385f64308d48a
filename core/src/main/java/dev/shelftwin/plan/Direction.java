package dev.shelftwin.plan;

import dev.shelftwin.shape.KebabCase;

/** Which way a transfer type travels. */
public enum Direction {
  IN,
  OUT,
  BOTH,
  /** It is a request that contains only the fields to be changed. */
  CHANGE;

  public boolean goesIn() {
    return this != OUT;
  }

  public boolean goesOut() {
    return this == OUT || this == BOTH;
  }

  /** As the plan writes it. */
  public String key() {
    return KebabCase.of(this);
  }
}
