package dev.shelftwin.observe;

import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * An existing mapper and the generated one of the same hop, on the same samples.
 *
 * @param samples how many at least one of the two mapped
 * @param unexercised the fields of the source that had one value only in all samples
 * @param differences the paths of the target that were not the same
 * @param reason why they could not be compared; empty if they were
 */
public record Comparison(
    int samples, List<String> unexercised, List<Difference> differences, Optional<String> reason) {

  /**
   * A path of the target that is not the same.
   *
   * @param path the path; empty if one of the two failed
   * @param existing what the existing mapper made, as text
   * @param generated what the generated mapper made, as text
   * @param sample the smallest source that showed it, as text
   */
  public record Difference(String path, String existing, String generated, String sample) {
    public Difference {
      Objects.requireNonNull(path, "path");
      Objects.requireNonNull(existing, "existing");
      Objects.requireNonNull(generated, "generated");
      Objects.requireNonNull(sample, "sample");
    }
  }

  public Comparison {
    unexercised = List.copyOf(unexercised);
    differences = List.copyOf(differences);
    Objects.requireNonNull(reason, "reason");
  }

  static Comparison notPossible(String why) {
    return new Comparison(0, List.of(), List.of(), Optional.of(why));
  }
}
