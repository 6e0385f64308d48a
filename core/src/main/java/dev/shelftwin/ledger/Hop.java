package dev.shelftwin.ledger;

import dev.shelftwin.plan.Direction;
import java.util.Objects;

/**
 * The way of a concept from its shape in one layer to its shape in another.
 *
 * @param way where it leads, seen from the concept's hub
 */
public record Hop(Station from, Station to, Way way) {

  /** Where a hop leads. */
  public enum Way {
    /** To the hub. */
    INWARD,
    /** From the hub. */
    OUTWARD,
    /** From a row to a response, past the hub. */
    PAST
  }

  public Hop {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
    Objects.requireNonNull(way, "way");
  }

  /** Whether what it carries changes an object that is there, and makes none. */
  public boolean changes() {
    return from.use().direction() == Direction.CHANGE;
  }

  /** Whether a shape is one of its ends. */
  public boolean leadsTo(Station station) {
    return from.equals(station) || to.equals(station);
  }

  public boolean inward() {
    return way == Way.INWARD;
  }

  /** Whether it leads past the hub. */
  public boolean isDirect() {
    return way == Way.PAST;
  }

  /** The end that is not the concept's hub. */
  public Station outer() {
    return inward() ? from : to;
  }

  /** As reports and options write it: {@code A->B}. */
  @Override
  public String toString() {
    return from + "->" + to;
  }
}
