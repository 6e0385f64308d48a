package dev.shelftwin.ledger;

import dev.shelftwin.finding.HopId;
import dev.shelftwin.plan.Direction;
import java.util.Objects;

/**
 * The mapping of one shape of a concept to another.
 *
 * @param kind the direction, seen from the concept's hub
 */
public record Hop(ResolvedShape from, ResolvedShape to, Kind kind) {

  /** The directions of hops. */
  public enum Kind {
    /** To the hub. */
    INWARD,
    /** From the hub. */
    OUTWARD,
    /** From a row to a response without the hub. */
    DIRECT
  }

  public Hop {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
    Objects.requireNonNull(kind, "kind");
  }

  /** Whether the source is a change request, which changes an existing object. */
  public boolean changes() {
    return from.use().direction() == Direction.CHANGE;
  }

  /** Whether a shape is one of the two ends. */
  public boolean touches(ResolvedShape shape) {
    return from.equals(shape) || to.equals(shape);
  }

  public boolean inward() {
    return kind == Kind.INWARD;
  }

  public boolean isDirect() {
    return kind == Kind.DIRECT;
  }

  /** The end that is not the concept's hub; of a direct hop the response. */
  public ResolvedShape outer() {
    return inward() ? from : to;
  }

  /** How findings name it. */
  public HopId id() {
    return new HopId(from.label(), to.label());
  }

  /** The name in reports and options: {@code A->B}. */
  @Override
  public String toString() {
    return from + "->" + to;
  }
}
