package dev.shelftwin.observe;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.observe.FlowFinder.ObservedFlow;
import dev.shelftwin.shape.FieldTrait;
import java.util.List;
import java.util.Optional;

/** Objects that a mapper does not create, but gets from a repository or the like by a key. */
final class Lookups {

  private final List<ObservedFlow> flows;
  private final MapperFindings findings;

  Lookups(List<ObservedFlow> flows, MapperFindings findings) {
    this.flows = flows;
    this.findings = findings;
  }

  /** Whether a flow goes into another field of a row that the plan says is found by its key. */
  static boolean isOfRow(Flow flow, ExpectedFlow wanted) {
    return flow.isByCollaborator()
        && !flow.target().equals(Optional.of(wanted.target()))
        && isRow(wanted);
  }

  /** Whether the plan says that the target is one or more existing rows, found by their keys. */
  static boolean isRow(ExpectedFlow wanted) {
    FieldMapping mapping = wanted.mapping();
    return mapping.target().filter(field -> field.has(FieldTrait.OTHER_ROW)).isPresent()
        || mapping.conversion().stream()
            .anyMatch(how -> how.operations(Operation.FindRow.class).findAny().isPresent());
  }

  /**
   * Whether the caller passes a row to which the target refers: each value comes from the field of
   * the same name of a further argument, which is not called like another field of the target.
   */
  boolean isPassed(ExpectedFlow wanted, List<ObservedFlow> into) {
    return (isRow(wanted) || wanted.isInOtherRow())
        && into.stream()
            .map(ObservedFlow::flow)
            .allMatch(
                flow ->
                    flow.sources().stream()
                        .allMatch(
                            source ->
                                isSameField(source, flow.target().orElse(""))
                                    && !isOfOtherField(source, wanted)));
  }

  private boolean isOfOtherField(String source, ExpectedFlow wanted) {
    String argument = source.substring(1, source.indexOf(')'));
    return !ExpectedFlow.isWithin(wanted.target(), argument)
        && findings.hop().hop().to().shape().field(argument).isPresent();
  }

  private static boolean isSameField(String source, String target) {
    String field = source.substring(source.indexOf(')') + 1);
    return MapperFindings.isOfFurtherArgument(source) && !field.isEmpty() && target.endsWith(field);
  }

  /** Whether the values are of an object that was found: one key decides several of its fields. */
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
   * Reports an object within the target that is found although the plan maps its fields.
   *
   * @return false if the found object is the whole target; then nothing is reported
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
