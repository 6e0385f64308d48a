package dev.shelftwin.observe;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What was seen while one mapper ran on many samples. */
final class Observations {

  private final SlotTree.Roots roots;
  private final List<Slot> slots;
  private final List<Slot.Leaf> leaves;

  /** The objects around each slot, by its index. */
  private final Map<Integer, List<Slot>> outer = new HashMap<>();

  /** The place in each container around a slot, by its index. */
  private final Map<Integer, Map<Integer, Integer>> places = new HashMap<>();

  private final List<Sample> samples = new ArrayList<>();
  private final List<Effect> effects = new ArrayList<>();
  private final List<Removal> removals = new ArrayList<>();
  private final Set<String> unstable = new LinkedHashSet<>();
  private final Set<String> varied = new HashSet<>();
  private final Set<Integer> variedSlots = new HashSet<>();
  private final Set<String> stays = new LinkedHashSet<>();
  private final Set<String> changed = new LinkedHashSet<>();
  private final Set<String> shared = new LinkedHashSet<>();
  private Optional<String> refused = Optional.empty();
  private Optional<String> firstFailure = Optional.empty();
  private String unstableBy = "";
  private boolean returnsOneObject;

  /**
   * Nothing seen yet.
   *
   * @param roots all that the mapper is given
   * @param sources those roots that are not filled
   */
  Observations(SlotTree.Roots roots, List<Slot> sources) {
    this.roots = roots;
    this.slots = sources.stream().flatMap(Slot::all).toList();
    this.leaves =
        slots.stream().filter(Slot.Leaf.class::isInstance).map(Slot.Leaf.class::cast).toList();
    sources.forEach(root -> collectOuter(root, List.of()));
  }

  private void collectOuter(Slot slot, List<Slot> around) {
    outer.put(slot.index(), around);
    List<Slot> more = new ArrayList<>(around);
    more.add(slot);
    Map<Integer, Integer> outerPlaces = places(slot);
    if (slot instanceof Slot.Many many) {
      collectPlaces(many, many.elements(), outerPlaces);
      collectPlaces(many, many.keys(), outerPlaces);
    } else {
      slot.inner().forEach(inner -> places.put(inner.index(), outerPlaces));
    }
    slot.inner().forEach(inner -> collectOuter(inner, more));
  }

  private void collectPlaces(
      Slot.Many container, List<? extends Slot> elements, Map<Integer, Integer> outerPlaces) {
    for (int place = 0; place < elements.size(); place++) {
      Map<Integer, Integer> inner = new HashMap<>(outerPlaces);
      inner.put(container.index(), place);
      places.put(elements.get(place).index(), inner);
    }
  }

  /** A sample, and what it became, by path. */
  record Sample(
      SourceValues source,
      Tree tree,
      Map<String, Tree.Value> target,
      Map<String, Tree.Value> before,
      Map<String, String> answers) {

    static Sample of(SourceValues source, MapperRuns.Run run) {
      return new Sample(
          source,
          run.target(),
          Tree.values(run.target()),
          Tree.values(run.before()),
          run.answers());
    }
  }

  /** A value of the target that another source value changed. */
  record Effect(
      int sample,
      Slot slot,
      SourceValues before,
      SourceValues after,
      Tree.Change change,
      Map<String, String> answers) {}

  /** What came of a source where one object or value was missing. */
  record Removal(Slot slot, Optional<Throwable> failure) {}

  SlotTree.Roots roots() {
    return roots;
  }

  /** All slots of the source and of further parameters. */
  List<Slot> sourceSlots() {
    return slots;
  }

  /** The objects around a slot. */
  List<Slot> outer(Slot slot) {
    return outer.getOrDefault(slot.index(), List.of());
  }

  /** The containers around a slot, and which of their elements it is in, by their indexes. */
  Map<Integer, Integer> places(Slot slot) {
    return places.getOrDefault(slot.index(), Map.of());
  }

  /** Whether two slots do not belong to different elements of one container. */
  boolean isBeside(Slot one, Slot other) {
    Map<Integer, Integer> places = places(other);
    return places(one).entrySet().stream()
        .allMatch(
            place ->
                places.getOrDefault(place.getKey(), place.getValue()).equals(place.getValue()));
  }

  /** The single values of the source and of further parameters. */
  List<Slot.Leaf> sourceLeaves() {
    return leaves;
  }

  /** Whether a source value was there in any sample: some types accept only some at a time. */
  boolean wasSet(Slot.Leaf leaf) {
    return samples.isEmpty() || samples.stream().anyMatch(one -> isThere(leaf, one.source()));
  }

  /** The paths of source values of which the mapper accepted another one. */
  Set<String> varied() {
    return Set.copyOf(varied);
  }

  /** Whether the mapper accepted another value of a slot. */
  boolean isVaried(Slot slot) {
    return variedSlots.contains(slot.index());
  }

  void vary(Slot slot) {
    varied.add(slot.path());
    variedSlots.add(slot.index());
  }

  private boolean isThere(Slot leaf, SourceValues values) {
    return values.get(leaf) != null
        && outer.getOrDefault(leaf.index(), List.of()).stream()
            .allMatch(
                around ->
                    around instanceof Slot.Many
                        ? values.get(around) instanceof Integer size
                            && size > places(leaf).getOrDefault(around.index(), 0)
                        : values.get(around) != null);
  }

  List<Sample> samples() {
    return samples;
  }

  List<Effect> effects() {
    return effects;
  }

  List<Removal> removals() {
    return removals;
  }

  /** Paths of the target that differ although the source is the same. */
  Set<String> unstable() {
    return unstable;
  }

  /** Why they differ. */
  String unstableBy() {
    return unstableBy;
  }

  void unstable(String path, String reason) {
    unstable.add(path);
    unstableBy = unstableBy.isEmpty() ? reason : unstableBy;
  }

  /** Paths of an updated target that keep their values. */
  Set<String> stays() {
    return stays;
  }

  /** Whether two calls returned the same object, which can change. */
  boolean returnsOneObject() {
    return returnsOneObject;
  }

  void oneObject() {
    returnsOneObject = true;
  }

  Set<String> changed() {
    return changed;
  }

  Set<String> shared() {
    return shared;
  }

  /** Why no sample could be mapped; empty if one could. */
  Optional<String> refused() {
    return refused;
  }

  /** How the mapper failed before values were left out of the samples; empty if none were. */
  Optional<String> firstFailure() {
    return firstFailure;
  }

  void failedFirst(Optional<String> failure) {
    firstFailure = failure;
  }

  void refuse(String reason) {
    refused = Optional.of(reason);
  }

  /** The effects on each path of the target. */
  Map<String, List<Effect>> byTarget() {
    Map<String, List<Effect>> byTarget = new LinkedHashMap<>();
    samples.forEach(
        sample ->
            sample
                .target()
                .keySet()
                .forEach(path -> byTarget.putIfAbsent(path, new ArrayList<>())));
    for (Effect effect : effects) {
      byTarget.computeIfAbsent(effect.change().path(), path -> new ArrayList<>()).add(effect);
    }
    return byTarget;
  }
}
