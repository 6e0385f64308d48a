package dev.shelftwin.observe;

import dev.shelftwin.convert.Conversion;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Finds out in which samples a value of the source arrives, and what arrives instead. */
final class Arrivals {

  private final Observations seen;
  private final Explanations explanations;
  private final TreeReader reader;
  private final Conditions conditions;

  /** The containers with elements that have a value in common, by their indexes. */
  private final IdentityHashMap<Observations.Sample, Set<Integer>> withEqualElements =
      new IdentityHashMap<>();

  Arrivals(Observations seen, Explanations explanations, TreeReader reader) {
    this.seen = seen;
    this.explanations = explanations;
    this.reader = reader;
    this.conditions = new Conditions(seen);
  }

  /** What a missing value becomes where the object that is filled keeps its own. */
  private static final String BEFORE = "what was there before";

  /**
   * When a value arrives.
   *
   * @param condition empty if it always does
   * @param counterexample a source value and what arrived instead of it
   * @param replacement what arrives if there is no source value
   */
  record Result(
      Optional<String> condition, Optional<String> counterexample, Optional<String> replacement) {

    private Result or(Result other) {
      return new Result(
          condition.or(other::condition),
          counterexample.or(other::counterexample),
          replacement.or(other::replacement));
    }
  }

  /**
   * When a source value arrives; for elements of containers, when any of them does.
   *
   * @param conversion makes the target's value of the source's
   * @param all the paths of all sources of the target
   */
  Result of(Slot.Leaf source, String target, Conversion conversion, Set<String> all) {
    if (!isInContainer(target)) {
      return ofOne(source, target, conversion, all);
    }
    return seen.sourceLeaves().stream()
        .filter(leaf -> leaf.path().equals(source.path()))
        .map(leaf -> ofOne(leaf, target, conversion, all))
        .reduce(Result::or)
        .orElseThrow();
  }

  private static boolean isInContainer(String path) {
    return path.contains("[]") || path.contains("{");
  }

  private Result ofOne(Slot.Leaf leaf, String target, Conversion conversion, Set<String> all) {
    List<Conditions.Case> cases = new ArrayList<>();
    IdentityHashMap<Conditions.Case, String> arrivals = new IdentityHashMap<>();
    Set<String> instead = new HashSet<>();
    Optional<String> counterexample = Optional.empty();
    Optional<String> replacement = Optional.empty();
    for (Observations.Sample sample : seen.samples()) {
      if (!isThere(sample.source(), leaf) || cannotArrive(sample, leaf, target)) {
        continue;
      }
      @Nullable Object value = sample.source().get(leaf);
      Tree.Value arrived = arrived(sample, leaf, target, conversion);
      if (value == null) {
        if (!arrived.isMissing() && !isDefault(arrived) && !isOther(sample, arrived, all)) {
          Tree.Value before = sample.before().get(target);
          boolean kept = before != null && before.isSame(arrived);
          replacement = Optional.of(kept ? BEFORE : arrived.text());
        }
        continue;
      }
      boolean same = explanations.explains(conversion, new Explanations.Pair(value, arrived));
      Conditions.Case one = new Conditions.Case(sample.source(), same);
      cases.add(one);
      arrivals.put(one, arrived.text());
      if (!same) {
        instead.add(arrived.text());
      }
      if (!same && counterexample.isEmpty()) {
        counterexample = Optional.of(reader.text(value) + " -> " + arrived.text());
      }
    }
    // A value that would come anyway tells nothing about the condition.
    cases.removeIf(one -> one.happens() && instead.contains(arrivals.get(one)));
    return new Result(
        conditions.of(leaf, cases),
        counterexample,
        replacement.filter(text -> !instead.contains(text)));
  }

  /** Whether a sample says nothing, since the target has no place for the value. */
  private boolean cannotArrive(Observations.Sample sample, Slot.Leaf leaf, String target) {
    return isInContainer(target)
        && (isInContainer(leaf.path())
            ? hasEqualElements(sample, leaf)
            : PathValues.all(sample.tree(), target).isEmpty());
  }

  /** Whether two elements around a value have an equal field; a set or map may merge them. */
  private boolean hasEqualElements(Observations.Sample sample, Slot.Leaf leaf) {
    Set<Integer> equal = withEqualElements.computeIfAbsent(sample, this::withEqualElements);
    return seen.places(leaf).keySet().stream().anyMatch(equal::contains);
  }

  private Set<Integer> withEqualElements(Observations.Sample sample) {
    Set<Integer> containers = new HashSet<>();
    Set<String> texts = new HashSet<>();
    for (Slot.Leaf leaf : seen.sourceLeaves()) {
      @Nullable Object value = sample.source().get(leaf);
      if (value != null && !leaf.isCondition() && isThere(sample.source(), leaf)) {
        String text = leaf.path() + " " + reader.text(value);
        if (seen.places(leaf).keySet().stream().anyMatch(one -> !texts.add(one + " " + text))) {
          containers.addAll(seen.places(leaf).keySet());
        }
      }
    }
    return containers;
  }

  /** What became of a value; of an element, the value at its place if it is not found. */
  private Tree.Value arrived(
      Observations.Sample sample, Slot.Leaf leaf, String target, Conversion conversion) {
    List<Tree.Value> made = PathValues.all(sample.tree(), target);
    if (!isInContainer(target)) {
      return made.isEmpty() ? Tree.MISSING : made.get(0);
    }
    @Nullable Object value = sample.source().get(leaf);
    if (value != null) {
      Optional<Tree.Value> found =
          made.stream()
              .filter(one -> explanations.explains(conversion, new Explanations.Pair(value, one)))
              .findFirst();
      if (found.isPresent()) {
        return found.get();
      }
    }
    List<Slot.Leaf> elements =
        seen.sourceLeaves().stream()
            .filter(other -> other.path().equals(leaf.path()))
            .filter(other -> isThere(sample.source(), other))
            .toList();
    List<Tree.Value> ordered = PathValues.inOrder(sample.tree(), target);
    return ordered.size() == elements.size() ? ordered.get(elements.indexOf(leaf)) : Tree.MISSING;
  }

  /** Whether the objects around a value are there, and its element of each container. */
  private boolean isThere(SourceValues values, Slot.Leaf leaf) {
    Map<Integer, Integer> places = seen.places(leaf);
    return seen.outer(leaf).stream()
        .allMatch(
            slot ->
                slot instanceof Slot.Many
                    ? values.get(slot) instanceof Integer size
                        && places.getOrDefault(slot.index(), 0) < size
                    : values.get(slot) != null);
  }

  private static boolean isDefault(Tree.Value value) {
    return Set.of("0", "0.0", "false", "\0").contains(value.text());
  }

  /** Whether another source of the same target gives the value. */
  private boolean isOther(Observations.Sample sample, Tree.Value arrived, Set<String> sources) {
    return seen.sourceLeaves().stream()
        .filter(leaf -> sources.contains(leaf.path()))
        .map(leaf -> sample.source().get(leaf))
        .anyMatch(value -> value != null && reader.text(value).equals(arrived.text()));
  }
}
