package dev.shelftwin.observe;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.observe.FlowFinder.ObservedFlow;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.trial.UserObjects;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Compares what a mapper does with what the plan says, and names what is wrong in any plan. */
final class PlanComparison {

  private final MapperFindings findings;

  PlanComparison(ConceptLedger concept, HopLedger hop, Text method) {
    this.findings = new MapperFindings(concept, hop, method);
  }

  /** Lets findings say where in the mapper something is. */
  PlanComparison at(Constants code, Optional<Shape> mapper, MapperCall call) {
    findings.at(code, mapper, call);
    return this;
  }

  /** The finding for a mapper that cannot be run. */
  List<Finding> fails(String why) {
    findings.add(
        RuleId.MAPPER_FAILS,
        "",
        Optional.empty(),
        findings.method() + " cannot be observed: " + why + ".",
        "correct the plan's 'existing-mappers', or 'instances' if it needs an object");
    return findings.all();
  }

  /** All findings that the plan does not accept. */
  List<Finding> findings(Observations seen, List<ObservedFlow> flows, List<ExpectedFlow> expected) {
    if (seen.refused().isPresent()) {
      findings.add(
          RuleId.MAPPER_FAILS,
          "",
          Optional.empty(),
          findings.method() + " fails for every sample: " + seen.refused().get() + ".",
          "name a sample method for its source in 'samples', or the objects that it needs in"
              + " 'instances'");
      return findings.all();
    }
    FieldComparison fields = new FieldComparison(findings, seen, flows);
    fields.compare(expected);
    new ObservedLeaks(findings).find(flows, expected);
    missing(seen, flows, expected);
    sideEffects(seen);
    shared(seen);
    if (seen.returnsOneObject()) {
      findings.add(
          RuleId.MAPPER_UNSTABLE,
          "",
          Optional.empty(),
          "It returns one object for two sources; the second call changes what the first returned.",
          "create a new object in every call");
    }
    seen.unstable().stream()
        .filter(path -> !isSetByCreator(path, expected))
        .forEach(
            path ->
                findings.add(
                    RuleId.MAPPER_UNSTABLE,
                    path,
                    ExpectedFlow.mapping(expected, path),
                    findings.target(path) + " changes " + seen.unstableBy() + ".",
                    "pass the value in from outside, for example with a clock"));
    return findings.all();
  }

  /** Whether the plan says that the creator sets a value, which is nobody else's then. */
  private static boolean isSetByCreator(String path, List<ExpectedFlow> expected) {
    return ExpectedFlow.mapping(expected, path)
        .filter(
            mapping ->
                mapping instanceof FieldMapping.Given given
                    && given.value() instanceof GivenValue.FactoryRule)
        .isPresent();
  }

  private void missing(Observations seen, List<ObservedFlow> flows, List<ExpectedFlow> expected) {
    Set<String> told = new LinkedHashSet<>();
    for (Observations.Removal removal : seen.removals()) {
      String path = removal.slot().path();
      if (removal.failure().isEmpty() || targetRequires(path, expected) || !told.add(path)) {
        continue;
      }
      findings.add(
          RuleId.MAPPER_REFUSES_MISSING,
          flows.stream()
              .filter(flow -> flow.flow().sources().contains(path))
              .flatMap(flow -> flow.flow().target().stream())
              .findFirst()
              .orElse(""),
          Optional.empty(),
          "It fails if %s is missing: %s."
              .formatted(findings.source(path), UserObjects.text(removal.failure().get())),
          "let the mapper handle a missing value, or say that the field is required: limits");
    }
  }

  /** Whether no target could be made without the value. */
  private boolean targetRequires(String path, List<ExpectedFlow> expected) {
    return expected.stream()
        .filter(flow -> flow.sources().stream().anyMatch(from -> ExpectedFlow.isWithin(path, from)))
        .flatMap(flow -> flow.mapping().target().stream())
        .anyMatch(
            field ->
                findings.hop().isRequired(field) || !findings.hop().hop().to().mayBeMissing(field));
  }

  private void sideEffects(Observations seen) {
    if (!seen.changed().isEmpty()) {
      findings.add(
          RuleId.MAPPER_SIDE_EFFECT,
          "",
          Optional.empty(),
          "It changes " + String.join(", ", seen.changed()) + " while it maps.",
          "let the mapper only read what it is given");
    }
  }

  private void shared(Observations seen) {
    for (String member : seen.shared()) {
      String path = findings.shown(member);
      findings.add(
          RuleId.MAPPER_SHARES,
          path,
          Optional.empty(),
          path.isEmpty()
              ? "It returns an object of its source instead of a new one."
              : findings.target(path)
                  + " is the same object as in the source; a change of one changes both.",
          "copy it, or accept mapper-shares with the reason");
    }
  }
}
