package dev.shelftwin.observe;

import dev.shelftwin.shape.KeptTime;
import dev.shelftwin.trial.KeptTimes;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Days that are written as midnight in the default time zone: in another zone the same day is
 * another instant.
 */
final class LocalDays {

  private LocalDays() {}

  /** The days among the values of slots that hold days. */
  static Map<Slot.Leaf, LocalDate> of(SourceValues values, List<Slot.Leaf> leaves) {
    Map<Slot.Leaf, LocalDate> days = new HashMap<>();
    for (Slot.Leaf leaf : leaves) {
      boolean isDay =
          leaf.type().qualifiedName().equals("java.sql.Date")
              || leaf.limits().keptTime().equals(Optional.of(KeptTime.DAY));
      if (isDay) {
        KeptTimes.day(values.get(leaf)).ifPresent(day -> days.put(leaf, day));
      }
    }
    return days;
  }

  /** The same values with these days in the time zone that is now the default. */
  static SourceValues moved(SourceValues values, Map<Slot.Leaf, LocalDate> days) {
    SourceValues moved = values;
    for (Map.Entry<Slot.Leaf, LocalDate> day : days.entrySet()) {
      @Nullable Object before = values.get(day.getKey());
      if (before != null) {
        moved = moved.with(day.getKey(), KeptTimes.midnight(day.getValue(), before.getClass()));
      }
    }
    return moved;
  }

  /** The days among the values of an object, by their paths. */
  static Map<String, LocalDate> of(Tree tree) {
    Map<String, LocalDate> days = new HashMap<>();
    Tree.values(tree)
        .forEach((path, value) -> KeptTimes.day(value.object()).ifPresent(d -> days.put(path, d)));
    return days;
  }
}
