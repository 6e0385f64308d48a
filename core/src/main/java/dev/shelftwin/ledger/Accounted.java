package dev.shelftwin.ledger;

import dev.shelftwin.plan.PlanWord;
import dev.shelftwin.shape.Field;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The result of accounting for one field.
 *
 * @param mappings usually one; several for a value whose parts fail in different ways
 * @param consumed the source fields and paths that need no mapping of their own any more
 * @param words the words of the plan that decided the result
 */
record Accounted(List<FieldMapping> mappings, Set<String> consumed, Set<PlanWord> words) {

  /** Nothing to account for. */
  static final Accounted NOTHING = new Accounted(List.of(), Set.of(), Set.of());

  Accounted {
    mappings = List.copyOf(mappings);
    consumed = Set.copyOf(consumed);
    words = Set.copyOf(words);
  }

  /** One mapping, which consumes its sources. */
  static Accounted of(FieldMapping mapping, Stream<? extends PlanWord> words) {
    Set<String> consumed = mapping.sources().stream().map(Field::name).collect(Collectors.toSet());
    return new Accounted(List.of(mapping), consumed, words.collect(Collectors.toSet()));
  }

  /** One mapping that a row decided. */
  static Accounted of(FieldMapping mapping, Optional<? extends PlanWord> word) {
    return of(mapping, word.stream());
  }

  /** One mapping that no word of the plan decided. */
  static Accounted of(FieldMapping mapping) {
    return of(mapping, Stream.empty());
  }

  /** This result, which also consumes these names and relies on these words. */
  Accounted and(Stream<String> names, Stream<? extends PlanWord> more) {
    Set<String> allNames = new HashSet<>(consumed);
    names.forEach(allNames::add);
    Set<PlanWord> allWords = new HashSet<>(words);
    more.forEach(allWords::add);
    return new Accounted(mappings, allNames, allWords);
  }

  /** This result, which also relies on these words. */
  Accounted reliesOn(PlanWord... more) {
    return and(Stream.empty(), Arrays.stream(more));
  }

  /** This result, which also relies on a word if there is one. */
  Accounted reliesOn(Optional<? extends PlanWord> word) {
    return and(Stream.empty(), word.stream());
  }
}
