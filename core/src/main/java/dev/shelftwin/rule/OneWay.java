package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A value that does not come back as it went out: one user method converts it in both directions,
 * or a computed value is stored and never read.
 */
final class OneWay implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    return at.from().equals(at.concept().hub()) && at.mapping().isCarried()
        ? Stream.concat(sameMethod(at).stream(), storedComputed(at).stream())
        : Stream.empty();
  }

  private static Optional<RuleMatch> sameMethod(MappingOnHop at) {
    Optional<String> out = at.mapping().conversion().flatMap(OneWay::userMethod);
    Optional<String> back =
        at.concept().hop(at.to(), at.from()).stream()
            .flatMap(hop -> hop.into(at.source().name()).stream())
            .flatMap(mapping -> mapping.conversion().stream())
            .flatMap(conversion -> userMethod(conversion).stream())
            .findFirst();
    return out.filter(method -> back.equals(Optional.of(method)))
        .map(
            method ->
                match(
                    at,
                    method
                        + " converts "
                        + at.sourcePath()
                        + " to "
                        + at.targetPath()
                        + ", and converts it again on the way back.",
                    "give the class two methods, named 'to…' and 'from…'"));
  }

  /** The user method that is the whole conversion, as {@code Owner.method}. */
  private static Optional<String> userMethod(Conversion conversion) {
    return conversion
        .onlyOperation()
        .flatMap(
            operation -> {
              if (operation instanceof Operation.CallConverter call) {
                return Optional.of(call.owner() + "." + call.method());
              }
              return operation instanceof Operation.CallStatic call
                  ? Optional.of(call.owner() + "." + call.method())
                  : Optional.empty();
            });
  }

  /** A stored computed value may differ from the value that is computed later. */
  private static Optional<RuleMatch> storedComputed(MappingOnHop at) {
    boolean derived = at.mapping().row().flatMap(Row::derived).isPresent();
    boolean isRead =
        at.concept().hop(at.to(), at.from()).stream()
            .flatMap(hop -> hop.outOf(at.target()))
            .anyMatch(FieldMapping::isCarried);
    return at.to().role() != Role.PERSISTENCE || at.source().stored() || !derived || isRead
        ? Optional.empty()
        : Optional.of(
            match(
                at,
                at.targetPath()
                    + " stores the computed value "
                    + at.sourcePath()
                    + ", and nothing reads it back.",
                "remove the column"));
  }

  private static RuleMatch match(MappingOnHop at, String message, String advice) {
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.LOSSY_CONVERSION, at.from(), at.source(), "why this is intended");
    return new Matches(RuleId.LOSSY_CONVERSION, at.concept())
        .onHop(at, at.to(), at.target(), message, List.of(Remedy.advice(advice), accept));
  }
}
