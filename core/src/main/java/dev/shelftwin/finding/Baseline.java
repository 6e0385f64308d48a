package dev.shelftwin.finding;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The findings that a project had when the baseline was saved; later findings are new. A finding is
 * identified by rule, concept, hop and field, so that it stays known if lines move. A finding about
 * no field is identified by its message too.
 *
 * @param known the number of findings of each identity, in the order in which they were found
 */
public record Baseline(Map<Known, Integer> known) {

  public Baseline {
    known = Collections.unmodifiableMap(new LinkedHashMap<>(known));
  }

  /** A baseline of the given findings. */
  public static Baseline of(List<Finding> findings) {
    Map<Known, Integer> known = new LinkedHashMap<>();
    findings.stream().flatMap(Known::parts).forEach(part -> known.merge(part, 1, Integer::sum));
    return new Baseline(known);
  }

  /** The findings that are not in the baseline, in their order. */
  public List<Finding> newOnes(List<Finding> findings) {
    Map<Known, Integer> left = new HashMap<>(known);
    List<Finding> fresh = new ArrayList<>();
    for (Finding finding : findings) {
      List<Integer> counts =
          Known.parts(finding).map(part -> left.merge(part, -1, Integer::sum)).toList();
      if (counts.stream().anyMatch(count -> count < 0)) {
        fresh.add(finding);
      }
    }
    return fresh;
  }

  /** The number of findings in the baseline that are not found any more. */
  public int gone(List<Finding> findings) {
    Map<Known, Integer> left = new HashMap<>(known);
    findings.stream().flatMap(Known::parts).forEach(part -> left.merge(part, -1, Integer::sum));
    return left.values().stream().mapToInt(count -> Math.max(count, 0)).sum();
  }

  /**
   * The identity of a finding.
   *
   * @param rule the key of its rule
   * @param concept the concept
   * @param hop the hop; empty if it has none
   * @param field the field; empty if it has none
   * @param message the message of a finding about no field; empty for others
   */
  public record Known(
      String rule, String concept, Optional<String> hop, Optional<String> field, String message) {

    /** The identity of a finding. */
    public static Known of(Finding finding) {
      return of(finding, finding.field());
    }

    /** Those of a finding about several dependencies, so that one more is new. */
    static Stream<Known> parts(Finding finding) {
      return finding.field().isEmpty()
          ? Stream.of(of(finding))
          : finding.field().get().parts().map(part -> of(finding, Optional.of(part)));
    }

    private static Known of(Finding finding, Optional<FieldId> field) {
      return new Known(
          finding.rule().key(),
          finding.concept(),
          finding.hop().map(HopId::toString),
          field.map(FieldId::toString),
          field.isPresent() ? "" : finding.message());
    }
  }
}
