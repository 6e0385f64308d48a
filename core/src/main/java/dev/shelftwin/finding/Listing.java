package dev.shelftwin.finding;

import java.util.Collection;
import java.util.stream.Collectors;

/** Lists names in messages. */
public final class Listing {

  private Listing() {}

  /**
   * The first of some names, and how many more there are, as in {@code a, b and 3 more}.
   *
   * @param most how many names are shown
   */
  public static String of(Collection<String> names, int most) {
    int more = names.size() - most;
    return names.stream().limit(most).collect(Collectors.joining(", "))
        + (more > 0 ? " and " + more + " more" : "");
  }
}
