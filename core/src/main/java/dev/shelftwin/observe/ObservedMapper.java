package dev.shelftwin.observe;

import dev.shelftwin.finding.Finding;
import java.util.List;
import java.util.Objects;

/**
 * What one method of the users does.
 *
 * @param concept the concept
 * @param hop as {@code A->B}
 * @param method as the plan writes it
 * @param runs how often it was called
 * @param flows what it does with every field of its source and target
 * @param findings what differs from the plan, or is a mistake in any plan
 */
public record ObservedMapper(
    String concept, String hop, String method, int runs, List<Flow> flows, List<Finding> findings) {

  public ObservedMapper {
    Objects.requireNonNull(concept, "concept");
    Objects.requireNonNull(hop, "hop");
    Objects.requireNonNull(method, "method");
    flows = List.copyOf(flows);
    findings = List.copyOf(findings);
  }
}
