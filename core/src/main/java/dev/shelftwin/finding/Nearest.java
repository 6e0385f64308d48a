package dev.shelftwin.finding;

import java.util.Collection;
import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** Finds the name that was probably meant. */
public final class Nearest {

  private static final LevenshteinDistance DISTANCE = LevenshteinDistance.getDefaultInstance();

  private Nearest() {}

  /** The known name most like the given one; empty where none is at all like it. */
  public static Optional<String> to(String name, Collection<String> known) {
    Optional<String> longer =
        known.stream()
            .filter(candidate -> name.length() > 2 && candidate.startsWith(name))
            .findFirst();
    return longer.isPresent() ? longer : closest(name, known);
  }

  private static Optional<String> closest(String name, Collection<String> known) {
    return known.stream()
        .filter(candidate -> distance(name, candidate) <= Math.max(2, name.length() / 2))
        .min(Comparator.comparingInt(candidate -> distance(name, candidate)));
  }

  /** What to do about an unknown name: write the nearest one, or one of those there are. */
  public static String remedy(String name, Collection<String> known) {
    if (known.isEmpty()) {
      return "there are none to name";
    }
    return to(name, known)
        .map(nearest -> "did you mean '" + nearest + "'?")
        .orElseGet(
            () ->
                known.stream()
                    .sorted()
                    .limit(12)
                    .collect(Collectors.joining(", ", "there is ", "")));
  }

  private static int distance(String one, String other) {
    return DISTANCE.apply(one.toLowerCase(Locale.ROOT), other.toLowerCase(Locale.ROOT));
  }
}
