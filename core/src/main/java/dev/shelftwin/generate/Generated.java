package dev.shelftwin.generate;

import java.util.List;
import java.util.Objects;

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
