package dev.shelftwin.change;

import dev.shelftwin.finding.Finding;
import java.util.List;
import java.util.Objects;

/**
 * What a change of the users' types would do.
 *
 * @param sources the sources with the change
 * @param broken findings that the change would cause
 * @param solved findings that it would remove
 * @param mappers the qualified names of the mappers that would be generated otherwise
 * @param unwritten why mappers could not be generated any more
 * @param uncompiled what does not compile then, each with its place
 */
public record ChangePreview(
    ChangedSources sources,
    List<Finding> broken,
    List<Finding> solved,
    List<String> mappers,
    List<String> unwritten,
    List<String> uncompiled) {

  public ChangePreview {
    Objects.requireNonNull(sources, "sources");
    broken = List.copyOf(broken);
    solved = List.copyOf(solved);
    mappers = List.copyOf(mappers);
    unwritten = List.copyOf(unwritten);
    uncompiled = List.copyOf(uncompiled);
  }

  /** Whether something would not be as before that has to be mended. */
  public boolean breaks() {
    return !broken.isEmpty() || !unwritten.isEmpty() || !uncompiled.isEmpty();
  }
}
