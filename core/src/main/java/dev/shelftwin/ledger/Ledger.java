package dev.shelftwin.ledger;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.plan.Plan;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * What becomes of every field of every concept on every hop: the one model that rules, generation,
 * trials and reports read.
 *
 * @param plan what it was written from
 * @param concepts those whose shapes the code has, in the order of the plan
 * @param unknownNames what the plan names and the code does not have
 */
public record Ledger(Plan plan, List<ConceptLedger> concepts, List<Finding> unknownNames) {

  public Ledger {
    Objects.requireNonNull(plan, "plan");
    concepts = List.copyOf(concepts);
    unknownNames = List.copyOf(unknownNames);
  }

  /** The accounts of the concept of that name, listed in the plan or not. */
  public Optional<ConceptLedger> concept(String name) {
    return concepts.stream().filter(concept -> concept.name().equals(name)).findFirst();
  }
}
