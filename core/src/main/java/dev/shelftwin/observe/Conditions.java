package dev.shelftwin.observe;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Finds the values of the source by which a mapper decides. */
final class Conditions {

  private final Observations seen;

  Conditions(Observations seen) {
    this.seen = seen;
  }

  /** A condition and how it is written. */
  private record Condition(String text, Predicate<SourceValues> test) {

    Condition and(Condition other) {
      return new Condition(text + " and " + other.text, test.and(other.test));
    }

    boolean separates(List<Case> cases) {
      return cases.stream().allMatch(one -> test.test(one.source()) == one.happens());
    }
  }

  /** A sample, and whether something happens in it. */
  record Case(SourceValues source, boolean happens) {}

  /**
   * When something happens.
   *
   * @param leaf the source that it happens to
   * @return empty if it always happens
   */
  Optional<String> of(Slot.Leaf leaf, List<Case> cases) {
    if (cases.stream().allMatch(Case::happens)) {
      return Optional.empty();
    }
    List<Condition> simple = simple(leaf);
    List<Condition> all = new ArrayList<>(simple);
    all.addAll(values(leaf, cases));
    Optional<Condition> found =
        all.stream().filter(condition -> condition.separates(cases)).findFirst();
    if (found.isEmpty()) {
      found = combined(simple, cases);
    }
    return Optional.of(
        found
            .map(condition -> "only if " + condition.text())
            .orElse("not for every value of " + leaf.path()));
  }

  /** Two conditions that together prevent something. */
  private static Optional<Condition> combined(List<Condition> simple, List<Case> cases) {
    return pair(simple, cases, false).or(() -> pair(simple, cases, true));
  }

  /** Two conditions that both hold exactly where something happens, or does not happen. */
  private static Optional<Condition> pair(
      List<Condition> simple, List<Case> cases, boolean happening) {
    List<Condition> fitting =
        simple.stream()
            .filter(
                condition ->
                    cases.stream()
                        .filter(one -> one.happens() == happening)
                        .allMatch(one -> condition.test().test(one.source())))
            .toList();
    for (Condition one : fitting) {
      for (Condition other : fitting) {
        Condition both = one.and(other);
        Condition wanted =
            happening ? both : new Condition("not (" + both.text() + ")", both.test().negate());
        if (wanted.separates(cases)) {
          return Optional.of(wanted);
        }
      }
    }
    return Optional.empty();
  }

  /** Conditions on fields that have few values or that may be missing. */
  private List<Condition> simple(Slot.Leaf of) {
    List<Condition> all = new ArrayList<>();
    for (Slot slot : seen.sourceSlots()) {
      if (!seen.isBeside(slot, of)) {
        continue;
      }
      if (slot instanceof Slot.Leaf leaf) {
        leaf.constants().forEach(constant -> all.add(is(leaf, constant)));
        if (leaf.constants().size() > 2) {
          leaf.constants().forEach(constant -> all.add(isNot(leaf, Set.of(constant))));
        }
      }
      if (slot instanceof Slot.Many) {
        all.add(new Condition(slot.path() + " is empty", values -> isEmpty(values.get(slot))));
        all.add(new Condition(slot.path() + " is not empty", values -> !isEmpty(values.get(slot))));
      }
      if (slot.mayBeMissing()) {
        all.add(new Condition(slot.path() + " is missing", values -> values.get(slot) == null));
        all.add(new Condition(slot.path() + " is there", values -> values.get(slot) != null));
      }
    }
    return all;
  }

  /** Conditions on the values that were tried besides the usual ones. */
  private List<Condition> values(Slot.Leaf of, List<Case> cases) {
    List<Condition> all = new ArrayList<>();
    IdentityHashMap<Case, Slot> only = onlyDifferences(cases);
    for (Slot.Leaf leaf : seen.sourceLeaves()) {
      Set<Object> prevented = new LinkedHashSet<>();
      Set<Object> needed = new LinkedHashSet<>();
      for (Case one : cases) {
        @Nullable Object value = one.source().get(leaf);
        if (value != null && leaf == only.get(one) && seen.isBeside(leaf, of)) {
          (one.happens() ? needed : prevented).add(value);
        }
      }
      if (!prevented.isEmpty()) {
        all.add(isNot(leaf, prevented));
      }
      if (needed.size() == 1) {
        all.add(is(leaf, needed.iterator().next()));
      }
    }
    return all;
  }

  /** The slot in which a sample differs from the first one, where it is only one. */
  private IdentityHashMap<Case, Slot> onlyDifferences(List<Case> cases) {
    SourceValues usual = seen.samples().get(0).source();
    List<Slot> slots = seen.sourceSlots();
    IdentityHashMap<Case, Slot> only = new IdentityHashMap<>();
    for (Case one : cases) {
      List<Slot> different =
          slots.stream()
              .filter(slot -> !Objects.equals(one.source().get(slot), usual.get(slot)))
              .limit(2)
              .toList();
      if (different.size() == 1) {
        only.put(one, different.get(0));
      }
    }
    return only;
  }

  private static boolean isEmpty(@Nullable Object size) {
    return size == null || size.equals(0);
  }

  private static String shown(Object value) {
    return value instanceof String text && text.isBlank() ? '"' + text + '"' : value.toString();
  }

  private static Condition is(Slot.Leaf leaf, Object value) {
    return new Condition(
        leaf.path() + " is " + shown(value), values -> Objects.equals(values.get(leaf), value));
  }

  private static Condition isNot(Slot.Leaf leaf, Set<Object> values) {
    String text = values.stream().map(Conditions::shown).collect(Collectors.joining(" or "));
    return new Condition(
        leaf.path() + " is not " + text,
        given -> {
          @Nullable Object value = given.get(leaf);
          return value == null || !values.contains(value);
        });
  }
}
