package dev.shelftwin.generate;

import dev.shelftwin.ledger.MapperNames;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;

/**
 * The result of generation.
 *
 * @param files one for each concept and outer layer
 * @param unwritten the hops that cannot be written, and why
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

  /** Why hops cannot be written, by the qualified names of their mappers and their own. */
  public Map<String, String> reasons() {
    return unwritten.stream()
        .collect(
            Collectors.toMap(
                one -> MapperNames.ofHop(one.mapper(), one.hop()),
                Unwritten::reason,
                (first, next) -> first));
  }

  /**
   * A hop that cannot be written.
   *
   * @param mapper the qualified name of its mapper
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
