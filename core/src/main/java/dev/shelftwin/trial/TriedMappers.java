package dev.shelftwin.trial;

import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.MapperNames;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * The mappers of a trial.
 *
 * @param generated the qualified names of those that were generated for it; others are the users'
 *     own, which may refuse a missing value with any exception
 * @param unwritten why a mapper does not exist, by its qualified name, or cannot map a hop, by that
 *     name and the hop's
 * @param existing mappers that the plan names, instead of generated ones
 * @param doubles the users' own, in place of what generated mappers take from elsewhere
 */
public record TriedMappers(
    Set<String> generated,
    Map<String, String> unwritten,
    ExistingMappers existing,
    Doubles doubles) {

  /** Mappers of a plan that names no existing ones. */
  public TriedMappers(Set<String> generated, Map<String, String> unwritten) {
    this(generated, unwritten, ExistingMappers.NONE);
  }

  /** Mappers that take everything from us. */
  public TriedMappers(
      Set<String> generated, Map<String, String> unwritten, ExistingMappers existing) {
    this(generated, unwritten, existing, Doubles.none());
  }

  public TriedMappers {
    generated = Set.copyOf(generated);
    unwritten = Map.copyOf(unwritten);
    Objects.requireNonNull(existing, "existing");
    Objects.requireNonNull(doubles, "doubles");
  }

  /** Why a mapper does not map a hop; empty if it does. */
  public Optional<String> whyUnwritten(String mapper, Hop hop) {
    String name = MapperNames.ofHop(mapper, hop.toString());
    return Optional.ofNullable(unwritten.getOrDefault(name, unwritten.get(mapper)));
  }
}
