package dev.shelftwin.trial;

import dev.shelftwin.plan.Database;
import java.util.Objects;
import java.util.Optional;
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
 * @param threads how many routes run at the same time, at least 1; empty for one if there are only
 *     few samples for a database, else for as many as the machine has processors, at most four
 * @param database the database of the rows; empty for that of the plan
 * @param skipped routes that were tried before, by their places among all routes
 */
public record TrialOptions(
    long seed,
    int samples,
    Set<String> concepts,
    OptionalInt only,
    boolean ends,
    OptionalInt threads,
    Optional<Database> database,
    Set<Integer> skipped) {

  /** Enough for every edge value of a type to turn up in every field of it. */
  public static final int DEFAULT_SAMPLES = 200;

  public static final long DEFAULT_SEED = 1;

  public TrialOptions {
    concepts = Set.copyOf(concepts);
    skipped = Set.copyOf(skipped);
    Objects.requireNonNull(only, "only");
    Objects.requireNonNull(database, "database");
    if (samples < 1 || threads.orElse(1) < 1) {
      throw new IllegalArgumentException("a trial needs at least one sample and one thread");
    }
  }

  /** Options for the usual number of threads. */
  public TrialOptions(
      long seed, int samples, Set<String> concepts, OptionalInt only, boolean ends) {
    this(seed, samples, concepts, only, ends, OptionalInt.empty(), Optional.empty(), Set.of());
  }

  /** All concepts to their ends, with the usual seed and count. */
  public static TrialOptions defaults() {
    return new TrialOptions(DEFAULT_SEED, DEFAULT_SAMPLES, Set.of(), OptionalInt.empty(), true);
  }

  /** The same with another count of samples. */
  public TrialOptions withSamples(int count) {
    return new TrialOptions(seed, count, concepts, only, ends, threads, database, skipped);
  }

  /** The same through the mappers alone. */
  public TrialOptions inMemory() {
    return new TrialOptions(seed, samples, concepts, only, false, threads, database, skipped);
  }

  /** The same on a number of threads. */
  public TrialOptions withThreads(int count) {
    return new TrialOptions(
        seed, samples, concepts, only, ends, OptionalInt.of(count), database, skipped);
  }

  /** The same with rows in a database. */
  public TrialOptions in(Database other) {
    return new TrialOptions(
        seed, samples, concepts, only, ends, threads, Optional.of(other), skipped);
  }

  /** The same without some routes. */
  public TrialOptions without(Set<Integer> routes) {
    return new TrialOptions(seed, samples, concepts, only, ends, threads, database, routes);
  }

  boolean includes(String concept) {
    return concepts.isEmpty() || concepts.contains(concept);
  }
}
