package dev.shelftwin.trial;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A sample value and a finite list of simpler ones to try in its place.
 *
 * @param value may be null, where nothing is a sample too
 * @param smaller the simplest first
 */
record Candidate(@Nullable Object value, List<Candidate> smaller) {

  Candidate {
    smaller = List.copyOf(smaller);
  }

  /** A value that nothing is simpler than. */
  static Candidate of(@Nullable Object value) {
    return new Candidate(value, List.of());
  }
}
