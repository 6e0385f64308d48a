package dev.shelftwin.finding;

import java.util.Collection;
import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** Finds the known name that is most similar to a given one. */
public final class Nearest {

  private static final LevenshteinDistance DISTANCE = LevenshteinDistance.getDefaultInstance();

  private Nearest() {}

  /** The most similar known name; empty if none is similar. */
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

  /** What to do about an unknown name: use the most similar one, or one of the known names. */
  public static String remedy(String name, Collection<String> known) {
    if (known.isEmpty()) {
      return "there is none to choose from";
    }
    return to(name, known)
        .map(nearest -> "did you mean '" + nearest + "'?")
        .orElseGet(
            () ->
                known.stream()
                    .sorted()
                    .limit(12)
                    .collect(Collectors.joining(", ", "use one of: ", "")));
  }

  private static int distance(String one, String other) {
    return DISTANCE.apply(one.toLowerCase(Locale.ROOT), other.toLowerCase(Locale.ROOT));
  }
}
