package dev.shelftwin.ledger;

import java.util.Objects;

/**
 * The way of a concept from its shape in one layer to its shape in another.
 *
 * @param inward whether it leads to the concept's hub
 */
public record Hop(Station from, Station to, boolean inward) {

  public Hop {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
  }

  /** The end that is not the concept's hub. */
  public Station outer() {
    return inward ? from : to;
  }

  /** As reports and options write it: {@code A->B}. */
  @Override
  public String toString() {
    return from + "->" + to;
  }
}
