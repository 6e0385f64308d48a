package dev.shelftwin.finding;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Findings that a project had when it began to be checked; what comes later is new. A finding is
 * known by its rule, concept, hop and field, so that it stays known where lines move; by its
 * message too where it is about no field.
 *
 * @param known how many of each there were, in the order they were found
 */
public record Baseline(Map<Known, Integer> known) {

  public Baseline {
    known = Collections.unmodifiableMap(new LinkedHashMap<>(known));
  }

  /** The findings of today. */
  public static Baseline of(List<Finding> findings) {
    Map<Known, Integer> known = new LinkedHashMap<>();
    findings.forEach(finding -> known.merge(Known.of(finding), 1, Integer::sum));
    return new Baseline(known);
  }

  /** Those that are not known, in their order. */
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

  /** How many of the known ones are no longer found. */
  public int gone(List<Finding> findings) {
    int all = known.values().stream().mapToInt(Integer::intValue).sum();
    return all - (findings.size() - newOnes(findings).size());
  }

  /**
   * What a finding is known by.
   *
   * @param rule its rule's key
   * @param concept the concept it is about
   * @param hop as it shows; empty where it is about none
   * @param field as it shows; empty where it is about none
   * @param message of a finding about no field; empty for others
   */
  public record Known(
      String rule, String concept, Optional<String> hop, Optional<String> field, String message) {

    static Known of(Finding finding) {
      String message = finding.field().isPresent() ? "" : finding.message();
      return new Known(
          finding.rule().key(), finding.concept(), finding.hop(), finding.field(), message);
    }
  }
}
