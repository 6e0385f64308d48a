package dev.shelftwin.plan;

import dev.shelftwin.shape.Keys;

/** Which way a transfer type travels. */
public enum Direction {
  IN,
  OUT,
  BOTH;

  public boolean goesIn() {
    return this != OUT;
  }

  public boolean goesOut() {
    return this != IN;
  }

  /** As the plan writes it. */
  public String key() {
    return Keys.of(this);
  }
}
