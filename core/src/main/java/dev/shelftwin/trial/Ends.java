package dev.shelftwin.trial;

import dev.shelftwin.ledger.ResolvedShape;
import java.util.Optional;

/** The ends that a trial's routes lead to. */
@FunctionalInterface
public interface Ends {

  /** No ends: a trial in memory. */
  Ends NONE = resolved -> Optional.empty();

  /** The end at a shape; empty where it has none. */
  Optional<End> at(ResolvedShape resolved);

  /** The end at a shape, for objects that a mapper made; it may be stricter than for samples. */
  default Optional<End> ofMapped(ResolvedShape resolved) {
    return at(resolved);
  }
}
