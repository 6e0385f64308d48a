package dev.shelftwin.observe;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import org.jspecify.annotations.Nullable;

/** Samples in which all values of one type differ, and conditions occur in all pairs of values. */
final class Bases {

  private static final int MOST = 60;

  /** The elements of each container; without any, nothing inside could be varied. */
  private static final int ELEMENTS = 2;

  private Bases() {}

  /** Values for all slots. */
  static SourceValues filled(SlotTree.Roots roots, DistinctValues values) {
    @Nullable Object[] bySlot = new Object[roots.count()];
    for (Slot slot : roots.all()) {
      if (slot instanceof Slot.Leaf leaf) {
        bySlot[slot.index()] = values.next(leaf);
      } else if (slot instanceof Slot.Many) {
        bySlot[slot.index()] = ELEMENTS;
      } else {
        bySlot[slot.index()] = true;
      }
    }
    return distinctKeys(roots, new SourceValues(bySlot));
  }

  /** The same values, where no two entries of a map have one constant as their key. */
  static SourceValues distinctKeys(SlotTree.Roots roots, SourceValues values) {
    SourceValues distinct = values;
    for (Slot slot : roots.all()) {
      if (slot instanceof Slot.Many many) {
        Set<@Nullable Object> taken = new HashSet<>();
        for (Slot.Leaf key : many.keys()) {
          if (!taken.add(distinct.get(key))) {
            Optional<Object> unused =
                key.constants().stream().filter(one -> !taken.contains(one)).findFirst();
            distinct = unused.isPresent() ? distinct.with(key, unused.get()) : distinct;
            unused.ifPresent(taken::add);
          }
        }
      }
    }
    return distinct;
  }

  /** Whether another entry of a map has a value as its key already, which would be lost. */
  static boolean isTaken(
      SlotTree.Roots roots, SourceValues values, Slot.Leaf leaf, @Nullable Object value) {
    return roots.all().stream()
        .filter(slot -> slot instanceof Slot.Many many && many.keys().contains(leaf))
        .flatMap(slot -> ((Slot.Many) slot).keys().stream())
        .anyMatch(key -> key.index() != leaf.index() && Objects.equals(values.get(key), value));
  }

  /** The values of conditions for several samples: every pair of two values occurs in one. */
  static List<Map<Slot.Leaf, Object>> conditions(List<Slot.Leaf> leaves) {
    List<Map<Slot.Leaf, Object>> samples = new ArrayList<>();
    SplittableRandom random = new SplittableRandom(7);
    List<int[]> open = pairs(leaves);
    while (samples.size() < 2 || (!open.isEmpty() && samples.size() < MOST)) {
      Map<Slot.Leaf, Object> sample = new LinkedHashMap<>();
      if (!open.isEmpty()) {
        int[] pair = open.get(0);
        sample.put(leaves.get(pair[0]), leaves.get(pair[0]).constants().get(pair[1]));
        sample.put(leaves.get(pair[2]), leaves.get(pair[2]).constants().get(pair[3]));
      }
      for (Slot.Leaf leaf : leaves) {
        sample.computeIfAbsent(
            leaf, key -> key.constants().get(random.nextInt(key.constants().size())));
      }
      open.removeIf(
          pair -> has(sample, leaves, pair[0], pair[1]) && has(sample, leaves, pair[2], pair[3]));
      samples.add(sample);
    }
    return samples;
  }

  private static boolean has(
      Map<Slot.Leaf, Object> sample, List<Slot.Leaf> leaves, int leaf, int constant) {
    return Objects.equals(sample.get(leaves.get(leaf)), leaves.get(leaf).constants().get(constant));
  }

  private static List<int[]> pairs(List<Slot.Leaf> leaves) {
    List<int[]> pairs = new ArrayList<>();
    for (int one = 0; one < leaves.size(); one++) {
      int first = one;
      for (int other = one == leaves.size() - 1 ? one : one + 1; other < leaves.size(); other++) {
        for (int value = 0; value < leaves.get(first).constants().size(); value++) {
          for (int second = 0; second < leaves.get(other).constants().size(); second++) {
            pairs.add(new int[] {first, value, other, second});
          }
        }
      }
    }
    pairs.removeIf(pair -> pair[0] == pair[2] && pair[1] != pair[3]);
    return pairs;
  }
}
