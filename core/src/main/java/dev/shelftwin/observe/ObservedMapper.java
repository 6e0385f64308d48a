package dev.shelftwin.observe;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.HopId;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * What one method of the users does.
 *
 * @param concept the concept
 * @param hop as {@code A->B}
 * @param method as the plan writes it
 * @param runs how often it was called
 * @param flows what it does with every field of its source and target
 * @param findings what differs from the plan, or is a mistake in any plan
 * @param comparison with the generated mapper; empty if it was not asked for
 * @param held the types of concepts that fields of the source and the target hold, by the paths of
 *     these fields as messages show them
 */
public record ObservedMapper(
    String concept,
    String hop,
    String method,
    int runs,
    List<Flow> flows,
    List<Finding> findings,
    Optional<Comparison> comparison,
    Map<String, String> held) {

  public ObservedMapper {
    Objects.requireNonNull(concept, "concept");
    Objects.requireNonNull(hop, "hop");
    Objects.requireNonNull(method, "method");
    flows = List.copyOf(flows);
    findings = List.copyOf(findings);
    Objects.requireNonNull(comparison, "comparison");
    held = Map.copyOf(held);
  }

  /** A result without a comparison, whose source and target hold no type of a concept. */
  public ObservedMapper(
      String concept,
      String hop,
      String method,
      int runs,
      List<Flow> flows,
      List<Finding> findings) {
    this(concept, hop, method, runs, flows, findings, Optional.empty(), Map.of());
  }

  /** Whether it maps a hop of a concept. */
  public boolean isOf(String otherConcept, HopId other) {
    return concept.equals(otherConcept) && hop.equals(other.toString());
  }

  /** The same with a comparison. */
  public ObservedMapper with(Comparison compared) {
    return new ObservedMapper(
        concept, hop, method, runs, flows, findings, Optional.of(compared), held);
  }
}
