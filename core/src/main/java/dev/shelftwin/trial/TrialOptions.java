package dev.shelftwin.trial;

import java.util.Objects;
import java.util.OptionalInt;
import java.util.Set;

/**
 * What a trial sends round.
 *
 * @param seed everything random comes from it: the same seed gives the same samples
 * @param samples how many on each route; at least 1
 * @param concepts which ones; empty for all
 * @param only the number of a single sample to repeat, counted from 0
 * @param ends whether routes lead to the real ends: JSON and a database
 */
public record TrialOptions(
    long seed, int samples, Set<String> concepts, OptionalInt only, boolean ends) {

  /** Enough for every edge value of a type to turn up in every field of it. */
  public static final int DEFAULT_SAMPLES = 200;

  public static final long DEFAULT_SEED = 1;

  public TrialOptions {
    concepts = Set.copyOf(concepts);
    Objects.requireNonNull(only, "only");
    if (samples < 1) {
      throw new IllegalArgumentException("a trial needs at least one sample");
    }
  }

  /** All concepts to their ends, with the usual seed and count. */
  public static TrialOptions defaults() {
    return new TrialOptions(DEFAULT_SEED, DEFAULT_SAMPLES, Set.of(), OptionalInt.empty(), true);
  }

  /** The same with another count of samples. */
  public TrialOptions withSamples(int count) {
    return new TrialOptions(seed, count, concepts, only, ends);
  }

  /** The same through the mappers alone. */
  public TrialOptions inMemory() {
    return new TrialOptions(seed, samples, concepts, only, false);
  }

  boolean includes(String concept) {
    return concepts.isEmpty() || concepts.contains(concept);
  }
}
