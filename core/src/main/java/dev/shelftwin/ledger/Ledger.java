package dev.shelftwin.ledger;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What happens to every field of every concept on every hop: the one model that rules, generation,
 * trials and reports read.
 */
public final class Ledger {

  private final Plan plan;
  private final List<ConceptLedger> concepts;
  private final Map<String, ConceptLedger> byName;
  private final List<Finding> unknownNames;
  private final List<MapperPlan> mappers;

  private Ledger(
      Plan plan,
      List<ConceptLedger> concepts,
      List<Finding> unknownNames,
      List<MapperPlan> mappers) {
    this.plan = Objects.requireNonNull(plan, "plan");
    this.concepts = List.copyOf(concepts);
    this.byName =
        this.concepts.stream().collect(Collectors.toMap(ConceptLedger::name, concept -> concept));
    this.unknownNames = List.copyOf(unknownNames);
    this.mappers = List.copyOf(mappers);
  }

  static Ledger of(Plan plan, List<ConceptLedger> concepts, List<Finding> unknownNames) {
    return new Ledger(plan, concepts, unknownNames, MapperPlans.of(plan, concepts));
  }

  public Plan plan() {
    return plan;
  }

  /** The concepts whose types the code has: those of the plan in order, then unlisted ones. */
  public List<ConceptLedger> concepts() {
    return concepts;
  }

  /** The concept of that name, listed in the plan or not. */
  public Optional<ConceptLedger> concept(String name) {
    return Optional.ofNullable(byName.get(name));
  }

  /** The hop of another mapper that a conversion calls. */
  public HopLedger hop(Operation.CallMapper call) {
    return concept(call.concept()).orElseThrow().hop(call.from(), call.to()).orElseThrow();
  }

  /** The field by which the rows that another mapper makes refer to their parent row. */
  public Optional<Field> parentField(Operation.CallMapper call, ResolvedShape parent) {
    ConceptLedger concept = concept(call.concept()).orElseThrow();
    ResolvedShape child = hop(call).hop().to();
    return child
        .shape()
        .storedFields()
        .filter(field -> concept.roles(child, field).contains(FieldRole.PARENT))
        .filter(field -> field.writer().isPresent())
        .min(Comparator.comparing(field -> !field.type().equals(parent.shape().type())));
  }

  /** Findings for names in the plan that the code does not have. */
  public List<Finding> unknownNames() {
    return unknownNames;
  }

  /**
   * This ledger, if the code has every name of the plan.
   *
   * @throws InputException if the plan has unknown names; reports all of them
   */
  public Ledger withoutUnknownNames() {
    if (!unknownNames.isEmpty()) {
      throw new InputException(unknownNames.stream().map(Ledger::error).toList());
    }
    return this;
  }

  private static InputError error(Finding finding) {
    String remedy = finding.remedies().stream().findFirst().map(Remedy::advice).orElse("");
    return new InputError(finding.at(), finding.message(), remedy);
  }

  /** The mappers to be generated, also those that cannot be written. */
  public List<MapperPlan> mappers() {
    return mappers;
  }

  /**
   * The requests of a concept from a layer whose values become columns of the layer whose errors
   * become faults; none if the plan names no such layer.
   */
  public List<StoredRequest> storedRequests(ConceptLedger concept, Layer layer) {
    return layer
        .style()
        .faultsOf()
        .map(store -> RequestTracer.of(this, concept, layer, store.value()))
        .orElse(List.of());
  }

  @Override
  public boolean equals(Object other) {
    return this == other
        || (other instanceof Ledger that
            && plan.equals(that.plan)
            && concepts.equals(that.concepts)
            && unknownNames.equals(that.unknownNames));
  }

  @Override
  public int hashCode() {
    return Objects.hash(plan, concepts);
  }
}
