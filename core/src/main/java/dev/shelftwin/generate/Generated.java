package dev.shelftwin.generate;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;

/**
 * The result of generation.
 *
 * @param files one for each concept and outer layer
 * @param unwritten the mappers that cannot be written, and why
 */
public record Generated(List<SourceFile> files, List<Unwritten> unwritten) {

  public Generated {
    files = List.copyOf(files);
    unwritten = List.copyOf(unwritten);
  }

  /** The texts of all mappers, by qualified class name. */
  public Map<String, String> texts() {
    return files.stream().collect(Collectors.toMap(SourceFile::qualifiedName, SourceFile::text));
  }

  /** Why a mapper cannot be written, by its qualified name. */
  public Map<String, String> reasons() {
    return unwritten.stream()
        .collect(Collectors.toMap(Unwritten::mapper, Unwritten::reason, (first, next) -> next));
  }

  /**
   * A mapper that cannot be written.
   *
   * @param mapper its qualified name
   * @param hop the hop that cannot be written
   * @param reason why not, as a phrase
   */
  public record Unwritten(String mapper, String hop, String reason) {

    public Unwritten {
      Objects.requireNonNull(mapper, "mapper");
      Objects.requireNonNull(hop, "hop");
      Objects.requireNonNull(reason, "reason");
    }
  }
}
