package dev.shelftwin.finding;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

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
    findings.forEach(finding -> known.merge(Known.of(finding), 1, Integer::sum));
    return new Baseline(known);
  }

  /** The findings that are not in the baseline, in their order. */
  public List<Finding> newOnes(List<Finding> findings) {
    Map<Known, Integer> left = new HashMap<>(known);
    List<Finding> fresh = new ArrayList<>();
    for (Finding finding : findings) {
      if (left.merge(Known.of(finding), -1, Integer::sum) < 0) {
        fresh.add(finding);
      }
    }
    return fresh;
  }

  /** The number of findings in the baseline that are not found any more. */
  public int gone(List<Finding> findings) {
    int all = known.values().stream().mapToInt(Integer::intValue).sum();
    return all - (findings.size() - newOnes(findings).size());
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
      return new Known(
          finding.rule().key(),
          finding.concept(),
          finding.hop().map(HopId::toString),
          finding.field().map(FieldId::toString),
          finding.field().isPresent() ? "" : finding.message());
    }
  }
}
