package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.stream.Stream;

/** A subtype of an abstract type without a counterpart in another layer. */
final class FamilyGap implements Rule.Check<Scope.HopOfConcept> {

  @Override
  public Stream<RuleMatch> of(Scope.HopOfConcept at, RuleContext context) {
    // A misspelled name in the plan would leave a subtype without its counterpart.
    if (!context.ledger().unknownNames().isEmpty()) {
      return Stream.empty();
    }
    return at.hop().family().stream()
        .flatMap(family -> family.missing().stream())
        .map(subtype -> match(at, subtype));
  }

  private static RuleMatch match(Scope.HopOfConcept at, TypeRef subtype) {
    String layer = at.hop().hop().to().layer().name();
    return new Matches(RuleId.FAMILY_GAP, at.concept())
        .onHop(
            at.hop(),
            subtype
                + ", a subtype of "
                + at.hop().hop().from()
                + ", has no counterpart in the layer '"
                + layer
                + "'.",
            List.of(
                Remedy.advice("add a concept for it, with its type in the layer '" + layer + "'")),
            at.concept().concept().at());
  }
}
