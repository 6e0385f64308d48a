package dev.shelftwin.observe;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.observe.FlowFinder.ObservedFlow;
import dev.shelftwin.shape.FieldTrait;
import java.util.List;
import java.util.Optional;

/** Objects that a mapper does not make of its source, but has somebody find by a key. */
final class Lookups {

  private final List<ObservedFlow> flows;
  private final MapperFindings findings;

  Lookups(List<ObservedFlow> flows, MapperFindings findings) {
    this.flows = flows;
    this.findings = findings;
  }

  /** Whether a row is found by a key, as the plan says; what else it has is not mapped. */
  static boolean isOfRow(Flow flow, ExpectedFlow wanted) {
    return flow.isByCollaborator()
        && !flow.target().equals(Optional.of(wanted.target()))
        && wanted.mapping().target().filter(field -> field.has(FieldTrait.OTHER_ROW)).isPresent();
  }

  /** Whether values are those of an object that was found: several of its fields have one key. */
  boolean areFrom(List<ObservedFlow> into) {
    return !into.isEmpty()
        && into.stream()
            .map(ObservedFlow::flow)
            .allMatch(
                flow ->
                    flow.isByCollaborator()
                        && flow.sources().size() == 1
                        && flows.stream().filter(other -> isBeside(other.flow(), flow)).count()
                            > 1);
  }

  private static boolean isBeside(Flow other, Flow flow) {
    return other.isByCollaborator()
        && other.sources().equals(flow.sources())
        && other
            .target()
            .map(FieldComparison::outer)
            .equals(flow.target().map(FieldComparison::outer));
  }

  /**
   * Reports that an object is found of which the plan says that it is mapped; whether it is one
   * within the target.
   */
  boolean report(ExpectedFlow wanted, List<ObservedFlow> into) {
    String object = FieldComparison.outer(wanted.target());
    if (object.isEmpty()) {
      return false;
    }
    findings.add(
        RuleId.MAPPER_DIFFERS,
        object,
        Optional.of(wanted.mapping()),
        "%s is found with %s; the plan says that its fields are mapped."
            .formatted(
                findings.target(object), findings.source(into.get(0).flow().sources().get(0))),
        "correct the mapper, or say in the plan that only the key is sent");
    return true;
  }
}
