package dev.shelftwin.observe;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.observe.FlowFinder.ObservedFlow;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Finds keys, secrets and protected fields that a mapper lets out or in. */
final class ObservedLeaks {

  private final MapperFindings findings;

  ObservedLeaks(MapperFindings findings) {
    this.findings = findings;
  }

  /** Keys, secrets and protected fields that flow under other names than the plan pairs. */
  void find(List<ObservedFlow> flows, List<ExpectedFlow> expected) {
    for (ObservedFlow observed : flows) {
      Flow flow = observed.flow();
      if (flow.target().isEmpty() || flow.isByCollaboratorOfObject()) {
        continue;
      }
      for (String source : flow.sources()) {
        String path = flow.target().get();
        boolean planned =
            expected.stream()
                .anyMatch(
                    pair ->
                        pair.mapping().isCarried()
                            && ExpectedFlow.isWithin(path, pair.target())
                            && pair.sources().stream()
                                .anyMatch(from -> ExpectedFlow.isWithin(source, from)));
        if (!planned) {
          leak(source, path, expected);
        }
      }
    }
  }

  private void leak(String source, String target, List<ExpectedFlow> expected) {
    Optional<RuleId> rule = Optional.empty();
    if (findings.hop().hop().to().role() == Role.TRANSFER) {
      rule = leaked(roles(findings.hop().hop().from(), source));
    } else if (findings.hop().hop().from().role() == Role.TRANSFER) {
      Set<FieldRole> roles = roles(findings.hop().hop().to(), target);
      boolean guarded =
          roles.contains(FieldRole.PROTECTED)
              || roles.contains(FieldRole.KEY)
              || roles.contains(FieldRole.VERSION)
              || roles.contains(FieldRole.AUDIT);
      rule = guarded ? Optional.of(RuleId.OPEN_WRITE) : Optional.empty();
    }
    rule.ifPresent(
        id ->
            findings.add(
                id,
                target,
                ExpectedFlow.mapping(expected, target),
                findings.source(source)
                    + (id == RuleId.OPEN_WRITE ? " sets " : " comes out as ")
                    + findings.target(target)
                    + ".",
                "do not map it, or accept " + id.key() + " with the reason"));
  }

  private static Optional<RuleId> leaked(Set<FieldRole> roles) {
    return Stream.of(
            Map.entry(FieldRole.SECRET, RuleId.LEAKED_SECRET),
            Map.entry(FieldRole.KEY, RuleId.LEAKED_KEY),
            Map.entry(FieldRole.VERSION, RuleId.LEAKED_VERSION),
            Map.entry(FieldRole.AUDIT, RuleId.LEAKED_AUDIT))
        .filter(entry -> roles.contains(entry.getKey()))
        .map(Map.Entry::getValue)
        .findFirst();
  }

  private Set<FieldRole> roles(ResolvedShape shape, String path) {
    return shape
        .shape()
        .field(path)
        .map(field -> findings.concept().roles(shape, field))
        .orElse(Set.of());
  }
}
