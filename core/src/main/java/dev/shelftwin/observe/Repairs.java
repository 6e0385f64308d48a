package dev.shelftwin.observe;

import dev.shelftwin.trial.UserObjects;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Finds values that a mapper accepts, where it parses texts or knows only some numbers. */
final class Repairs {

  /** How often other values are tried in all. */
  private static final int MOST = 900;

  /** Failures in the same code are one; so many calls tell them apart. */
  private static final int FRAMES = 8;

  private static final Pattern JDK = Pattern.compile("^(java|jdk|sun)\\.");

  private final MapperRuns runs;
  private final SlotTree.Roots roots;
  private final AcceptedValues usual;
  private final Constants constants;
  private final DatePatterns patterns;
  private final List<String> names;
  private int tried;

  private Optional<String> firstFailure = Optional.empty();

  /** What is left out in the first samples, where the source's type does not accept all values. */
  private final List<List<Slot.Leaf>> leftOut = new ArrayList<>();

  private int begun;

  /** For each value that a mapper parses, what it accepts. */
  private final Map<Slot.Leaf, List<Object>> accepted = new LinkedHashMap<>();

  /**
   * No values known yet.
   *
   * @param usual values that the domain accepts
   * @param names the constants of the target's enumerations
   */
  Repairs(
      MapperRuns runs,
      SlotTree.Roots roots,
      AcceptedValues usual,
      Constants constants,
      List<String> names) {
    this.runs = runs;
    this.roots = roots;
    this.usual = usual;
    this.constants = constants;
    this.patterns = constants.datePatterns();
    this.names = List.copyOf(names);
    roots.leaves().stream()
        .filter(usual::isDate)
        .forEach(leaf -> accepted.put(leaf, usual.of(leaf)));
  }

  /**
   * Values that the mapper accepts: those that the domain accepts, or other texts and numbers,
   * where it refuses ordinary ones.
   *
   * @param onlyKnown whether nothing more is tried than what was accepted before
   */
  Optional<SourceValues> working(SourceValues drawn, boolean onlyKnown) {
    SourceValues values = drawn;
    int place = 0;
    for (Slot.Leaf leaf : accepted.keySet()) {
      values = values.with(leaf, known(leaf, place++));
    }
    if (!leftOut.isEmpty()) {
      values = without(values, leftOut.get(begun++ % leftOut.size()));
    }
    MapperRuns.Run run = runs.run(values);
    if (!run.failed() || onlyKnown) {
      return run.failed() ? Optional.empty() : Optional.of(values);
    }
    Optional<SourceValues> usualOnes = usualWhereNeeded(values);
    if (usualOnes.isPresent()) {
      return usualOnes;
    }
    if (leftOut.isEmpty() && isRejected(values)) {
      findRejected(values);
      if (!leftOut.isEmpty()) {
        return working(drawn, false);
      }
    }
    return tryEach(values, run);
  }

  /** What the first sample was made of: without what the source's type does not accept. */
  SourceValues acceptable(SourceValues drawn) {
    return leftOut.isEmpty() ? drawn : without(drawn, leftOut.get(0));
  }

  private boolean isRejected(SourceValues values) {
    return runs.run(values).failure().filter(RejectedSource.class::isInstance).isPresent();
  }

  /** As many values as the source's type accepts at once; others in the second sample. */
  private void findRejected(SourceValues drawn) {
    List<Slot.Leaf> optional = new ArrayList<>();
    roots.leaves().stream().filter(Slot::mayBeMissing).forEach(optional::add);
    if (!isRejected(without(drawn, optional))) {
      leftOut.add(refused(drawn, optional));
      Collections.reverse(optional);
      leftOut.add(refused(drawn, optional));
    }
  }

  /** The values that are refused when all are set in this order. */
  private List<Slot.Leaf> refused(SourceValues drawn, List<Slot.Leaf> order) {
    List<Slot.Leaf> missing = new ArrayList<>(order);
    for (Slot.Leaf leaf : order) {
      missing.remove(leaf);
      if (isRejected(without(drawn, missing))) {
        missing.add(leaf);
      }
    }
    return missing;
  }

  private static SourceValues without(SourceValues values, List<Slot.Leaf> leaves) {
    SourceValues fewer = values;
    for (Slot.Leaf leaf : leaves) {
      fewer = fewer.with(leaf, null);
    }
    return fewer;
  }

  private @Nullable Object known(Slot.Leaf leaf, int place) {
    List<Object> known = accepted.getOrDefault(leaf, List.of());
    return known.get(place % known.size());
  }

  /** Sets accepted values in all fields, then restores the drawn ones where they work too. */
  private Optional<SourceValues> usualWhereNeeded(SourceValues drawn) {
    Optional<SourceValues> working =
        Stream.concat(
                Stream.of(mixed(drawn)),
                usual.objects().stream().map(object -> with(drawn, object)))
            .filter(values -> !runs.run(values).failed())
            .findFirst();
    if (working.isEmpty()) {
      return working;
    }
    SourceValues values = working.get();
    for (Slot.Leaf leaf : roots.leaves()) {
      if (values.get(leaf) != drawn.get(leaf)) {
        SourceValues without = values.with(leaf, drawn.get(leaf));
        if (runs.run(without).failed()) {
          accepted.put(leaf, like(leaf, Objects.requireNonNull(values.get(leaf))));
        } else {
          values = without;
        }
      }
    }
    return Optional.of(values);
  }

  /** Values of different objects, as far as there are any. */
  private SourceValues mixed(SourceValues drawn) {
    SourceValues values = drawn;
    int place = 0;
    for (Slot.Leaf leaf : roots.leaves()) {
      List<Object> candidates = usual.of(leaf);
      if (!candidates.isEmpty() && !leaf.isCondition()) {
        values = values.with(leaf, candidates.get(place++ % candidates.size()));
      }
    }
    return values;
  }

  /** The values of one object, which may belong together. */
  private SourceValues with(SourceValues drawn, Map<String, Object> object) {
    SourceValues values = drawn;
    for (Slot.Leaf leaf : roots.leaves()) {
      @Nullable Object value = object.get(leaf.path());
      if (value != null && !leaf.isCondition()) {
        values = values.with(leaf, value);
      }
    }
    return values;
  }

  /** Tries values one by one; another failure means that the one before is mended. */
  private Optional<SourceValues> tryEach(SourceValues drawn, MapperRuns.Run first) {
    firstFailure = firstFailure.or(() -> first.failure().map(UserObjects::text));
    if (first.failure().filter(LinkageError.class::isInstance).isPresent()) {
      return Optional.empty(); // a class that cannot be loaded is no matter of values
    }
    SourceValues values = drawn;
    MapperRuns.Run run = first;
    Set<String> failures = new HashSet<>(Set.of(place(run)));
    boolean progress = true;
    while (run.failed() && progress) {
      progress = false;
      for (List<Slot> alike : suspects(values, run, failures)) {
        Slot slot = alike.get(0);
        for (Object candidate : candidates(slot)) {
          if (tried > MOST || progress) {
            break;
          }
          SourceValues other = with(values, alike, candidate);
          MapperRuns.Run next = tryOne(other);
          if (mends(next, failures) && !isNamed(candidate, next)) {
            failures.add(place(next));
            values = other;
            run = next;
            progress = true;
            if (slot instanceof Slot.Leaf leaf && !leaf.isCondition()) {
              alike.forEach(one -> accepted.put((Slot.Leaf) one, like(leaf, candidate)));
            }
          }
        }
      }
    }
    return run.failed() ? Optional.empty() : Optional.of(values);
  }

  /**
   * What to try: the values in the smallest object or container without which the mapper no longer
   * fails in the same way; all values if there is none. Slots of one path are tried together. What
   * the failure names comes first, and to leave something out last, because what is missing cannot
   * be varied.
   */
  private List<List<Slot>> suspects(
      SourceValues values, MapperRuns.Run failed, Set<String> failures) {
    List<List<Slot>> holders =
        alike(
            roots.all().stream()
                .filter(slot -> !(slot instanceof Slot.Leaf) && values.get(slot) != null)
                .sorted(Comparator.comparingLong(slot -> slot.all().count())));
    for (List<Slot> holder : holders) {
      List<Object> candidates = candidates(holder.get(0));
      if (!candidates.isEmpty() && tried <= MOST) {
        Object least = holder.get(0) instanceof Slot.Many ? 0 : Tree.MISSING;
        MapperRuns.Run without = tryOne(with(values, holder, least));
        boolean isMissed =
            without.failure().filter(NullPointerException.class::isInstance).isPresent();
        if (mends(without, failures) && !isMissed) {
          List<List<Slot>> inside =
              alike(holder.stream().flatMap(Slot::all).filter(slot -> slot instanceof Slot.Leaf));
          inside.add(holder);
          return inside;
        }
      }
    }
    Comparator<Slot.Leaf> namedFirst =
        Comparator.comparing(leaf -> !isNamed(values.get(leaf), failed));
    List<List<Slot>> all = alike(roots.leaves().stream().sorted(namedFirst));
    all.addAll(holders);
    return all;
  }

  /** Groups slots by their paths: the elements of one container have the same path. */
  private static List<List<Slot>> alike(Stream<? extends Slot> slots) {
    Map<String, List<Slot>> byPath = new LinkedHashMap<>();
    slots.forEach(slot -> byPath.computeIfAbsent(slot.path(), key -> new ArrayList<>()).add(slot));
    return new ArrayList<>(byPath.values());
  }

  private static SourceValues with(SourceValues values, List<Slot> slots, Object candidate) {
    SourceValues other = values;
    for (Slot slot : slots) {
      other = other.with(slot, candidate == Tree.MISSING ? null : candidate);
    }
    return other;
  }

  private MapperRuns.Run tryOne(SourceValues values) {
    tried++;
    return runs.run(values);
  }

  /** Whether the message of a failure has a value, as those of parsers have, in any case. */
  private static boolean isNamed(@Nullable Object value, MapperRuns.Run run) {
    String text = String.valueOf(value).toUpperCase(Locale.ROOT);
    return value instanceof String
        && text.length() > 1
        && run.failure()
            .map(failure -> String.valueOf(failure.getMessage()).toUpperCase(Locale.ROOT))
            .filter(message -> message.contains(text))
            .isPresent();
  }

  private static boolean mends(MapperRuns.Run run, Set<String> failures) {
    return !run.failed() || !failures.contains(place(run));
  }

  private static String place(MapperRuns.Run run) {
    return run.failure().map(failure -> failure.getClass().getName() + calls(failure)).orElse("");
  }

  /** The calls that failed, from the one of the JDK: what that calls is its own business. */
  private static String calls(Throwable failure) {
    List<StackTraceElement> calls = Arrays.asList(failure.getStackTrace());
    int ofUsers = 0;
    while (ofUsers < calls.size() && JDK.matcher(calls.get(ofUsers).getClassName()).find()) {
      ofUsers++;
    }
    return calls.stream()
        .skip(ofUsers == calls.size() ? 0 : Math.max(0, ofUsers - 1))
        .limit(FRAMES)
        .map(StackTraceElement::toString)
        .collect(Collectors.joining());
  }

  private List<Object> candidates(Slot slot) {
    if (slot instanceof Slot.Leaf date && usual.isDate(date)) {
      return usual.of(date);
    }
    if (slot instanceof Slot.Leaf leaf) {
      List<Object> all = new ArrayList<>(leaf.constants());
      all.addAll(usual.of(leaf));
      if (leaf.type().isLang("String")) {
        all.addAll(names);
      }
      all.addAll(constants.of(leaf.type()));
      if (leaf.type().isLang("String")) {
        all.addAll(patterns.texts());
      }
      all.addAll(DistinctValues.special(leaf.type()));
      return all;
    }
    if (slot instanceof Slot.Many) {
      return List.of(1, 0, Tree.MISSING);
    }
    return slot instanceof Slot.Node && !slot.path().isEmpty() ? List.of(Tree.MISSING) : List.of();
  }

  /** Other values of the kind that a mapper accepted. */
  private List<Object> like(Slot.Leaf leaf, Object value) {
    List<Object> values = new ArrayList<>(List.of(value));
    values.addAll(Alike.of(value));
    values.addAll(patterns.like(value));
    if (usual.of(leaf).contains(value)) {
      values.addAll(usual.of(leaf));
    }
    if (names.contains(value)) {
      values.addAll(names);
    }
    constants.of(leaf.type()).stream()
        .filter(other -> constants.of(leaf.type()).contains(value))
        .forEach(values::add);
    return values.stream().distinct().toList();
  }

  /** How the mapper failed before values were tried one by one; empty if none were. */
  Optional<String> firstFailure() {
    return firstFailure;
  }

  /** Whether the plan reads a text as a date, so that only such texts are tried. */
  boolean isDate(Slot.Leaf leaf) {
    return usual.isDate(leaf);
  }

  /** Whether the mapper accepts only some values of a slot. */
  boolean isParsed(Slot.Leaf leaf) {
    return accepted.containsKey(leaf);
  }

  /** How many values of a slot are known to be accepted. */
  int count(Slot.Leaf leaf) {
    return accepted.getOrDefault(leaf, List.of()).size();
  }

  /** Another value for a slot, of those that the mapper accepts. */
  @Nullable Object other(Slot.Leaf leaf, SourceValues values, int step) {
    List<Object> known = accepted.getOrDefault(leaf, List.of());
    int next = (known.indexOf(values.get(leaf)) + step) % Math.max(1, known.size());
    return known.isEmpty() ? values.get(leaf) : known.get(next);
  }
}
