package dev.shelftwin.trial;

import dev.shelftwin.shape.KebabCase;

/** How a route ended. */
public enum Outcome {
  /** Every accepted sample arrived as the ledger says. */
  HELD,
  /** Every accepted sample arrived, but a field was not tried with enough values. */
  INCOMPLETE,
  /** At least one sample diverged. */
  BROKEN,
  /** No sample was accepted, so nothing was proved. */
  REFUSED;

  /** As reports write it. */
  public String key() {
    return KebabCase.of(this);
  }
}
