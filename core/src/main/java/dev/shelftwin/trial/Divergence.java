package dev.shelftwin.trial;

import dev.shelftwin.shape.KebabCase;
import java.util.List;
import java.util.Objects;

/**
 * A field that did not arrive as the ledger says.
 *
 * @param hop the first hop that changed it, as {@code A->B}
 * @param field of the hop's target, as {@code Shape.field}
 * @param kind what happened to it
 * @param before the value that should have arrived, as text
 * @param after the value that did, as text
 * @param sample the number of the first sample that showed it
 * @param snapshots the smallest sample found, as it was after each hop
 */
public record Divergence(
    String hop,
    String field,
    Kind kind,
    String before,
    String after,
    int sample,
    List<Snapshot> snapshots) {

  /** What happened to a value. */
  public enum Kind {
    /** Another value arrived. */
    CHANGED,
    /** The value of another field arrived, and its own arrived there. */
    SWAPPED,
    /** The nearest value that fits arrived. */
    ROUNDED,
    /** The value without its end arrived. */
    TRUNCATED,
    /** The value with something added arrived. */
    PADDED,
    /**
     * A time arrived as another zone has it: the same instant, or some quarters of an hour apart.
     */
    SHIFTED,
    /** An object of the store, such as a proxy or a collection that is read later, arrived. */
    LEAKED,
    /** Nothing arrived. */
    MISSING,
    /** Something arrived where nothing was sent. */
    APPEARED,
    /** A mapper or an end refused what had come so far. */
    REFUSED,
    /** The mapper threw something that is no fault. */
    FAILED;

    /** As reports write it. */
    public String key() {
      return KebabCase.of(this);
    }
  }

  /** What was sent, where a whole object was not mapped or stored. */
  static final String AN_OBJECT = "an object";

  public Divergence {
    Objects.requireNonNull(hop, "hop");
    Objects.requireNonNull(field, "field");
    Objects.requireNonNull(kind, "kind");
    Objects.requireNonNull(before, "before");
    Objects.requireNonNull(after, "after");
    snapshots = List.copyOf(snapshots);
  }

  Divergence shownBy(List<Snapshot> evidence) {
    return new Divergence(hop, field, kind, before, after, sample, evidence);
  }

  Divergence at(String place) {
    return new Divergence(hop, place, kind, before, after, sample, snapshots);
  }

  Divergence as(Kind other) {
    return new Divergence(hop, field, other, before, after, sample, snapshots);
  }

  /** Whether it is the same field on the same hop; whether cut or rounded, many values hide. */
  boolean isSameFailure(Divergence other) {
    return hop.equals(other.hop)
        && field.equals(other.field)
        && (kind == other.kind || (isCut(kind) && isCut(other.kind)));
  }

  private static boolean isCut(Kind kind) {
    return kind == Kind.ROUNDED || kind == Kind.TRUNCATED;
  }
}
