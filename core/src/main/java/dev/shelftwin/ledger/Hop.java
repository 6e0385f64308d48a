package dev.shelftwin.ledger;

import dev.shelftwin.shape.Role;
import java.util.Objects;

/** The way of a concept from its shape in one layer to its shape in another. */
public record Hop(Station from, Station to) {

  public Hop {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
  }

  /** The end that is not in the domain. */
  public Station outer() {
    return from.role() == Role.DOMAIN ? to : from;
  }

  /** Whether it leads into the domain. */
  public boolean inward() {
    return to.role() == Role.DOMAIN;
  }

  /** As reports and options write it: {@code A->B}. */
  @Override
  public String toString() {
    return from + "->" + to;
  }
}
