package dev.shelftwin.generate;

import java.util.List;
import java.util.Objects;

/**
 * What generation gave.
 *
 * @param files one for each concept and outer layer
 * @param refusals mappers that cannot be written, and why
 */
public record Generated(List<SourceFile> files, List<Refusal> refusals) {

  public Generated {
    files = List.copyOf(files);
    refusals = List.copyOf(refusals);
  }

  /**
   * A mapper that cannot be written.
   *
   * @param mapper its qualified name
   * @param hop the hop that cannot be written
   * @param reason why not, as a phrase
   */
  public record Refusal(String mapper, String hop, String reason) {

    public Refusal {
      Objects.requireNonNull(mapper, "mapper");
      Objects.requireNonNull(hop, "hop");
      Objects.requireNonNull(reason, "reason");
    }
  }
}
