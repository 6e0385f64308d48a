package dev.shelftwin.observe;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
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
    return new SourceValues(bySlot);
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
