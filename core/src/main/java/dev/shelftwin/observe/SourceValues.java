package dev.shelftwin.observe;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * The values of all slots. Containers have their number of elements, other objects whether they are
 * there; null is nothing.
 */
final class SourceValues {

  private final @Nullable Object[] bySlot;

  SourceValues(@Nullable Object[] bySlot) {
    this.bySlot = bySlot.clone();
  }

  @Nullable Object get(Slot slot) {
    return bySlot[slot.index()];
  }

  /** The same values but one. */
  SourceValues with(Slot slot, @Nullable Object value) {
    @Nullable Object[] changed = Arrays.copyOf(bySlot, bySlot.length);
    changed[slot.index()] = value;
    return new SourceValues(changed);
  }
}
