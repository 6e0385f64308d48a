package dev.shelftwin.processor;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Finds the plans of the sources that are compiled. */
final class PlanSearch {

  /** The option that names the plan. */
  static final String OPTION = "shelftwin.plan";

  private static final String FILE = "shelf-twin.yaml";

  private final Optional<Path> named;
  private final Map<Path, Optional<Path>> known = new HashMap<>();

  /**
   * A search.
   *
   * @param named the plan that the option names; empty without it
   */
  PlanSearch(Optional<String> named) {
    this.named = named.map(name -> Path.of(name).toAbsolutePath().normalize());
  }

  /**
   * The plan of a source file.
   *
   * @param folder the folder of the file; empty if it is not known
   */
  Optional<Path> plan(Optional<Path> folder) {
    return named.isPresent() ? named : folder.flatMap(this::nearest);
  }

  private Optional<Path> nearest(Path folder) {
    Optional<Path> found = known.get(folder);
    if (found == null) {
      Path here = folder.resolve(FILE);
      @Nullable Path parent = folder.getParent();
      found =
          Files.isRegularFile(here)
              ? Optional.of(here)
              : Optional.ofNullable(parent).flatMap(this::nearest);
      known.put(folder, found);
    }
    return found;
  }

  /** A message about an option that can only be meant for us and that we do not know. */
  static Optional<String> misspelt(Collection<String> options) {
    return options.stream()
        .filter(
            option ->
                option.toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "").startsWith("shelftwin"))
        .filter(option -> !option.equals(OPTION))
        .sorted()
        .findFirst()
        .map(
            option ->
                "There is no option -A" + option + "; name the plan with -A" + OPTION + "=FILE");
  }
}
