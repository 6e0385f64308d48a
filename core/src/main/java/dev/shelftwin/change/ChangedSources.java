package dev.shelftwin.change;

import java.nio.file.Path;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * Sources with a change.
 *
 * @param files by their paths
 * @param byHand the calls that have to be changed besides, with their places
 */
public record ChangedSources(Map<Path, Changed> files, List<String> byHand) {

  public ChangedSources {
    files = Collections.unmodifiableMap(new LinkedHashMap<>(files));
    byHand = List.copyOf(byHand);
  }

  /**
   * A file.
   *
   * @param packageName its package
   * @param before its text
   * @param after its text with the change
   */
  public record Changed(String packageName, String before, String after) {
    public Changed {
      Objects.requireNonNull(packageName, "packageName");
      Objects.requireNonNull(before, "before");
      Objects.requireNonNull(after, "after");
    }
  }
}
