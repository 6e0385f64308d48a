package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Creator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A target that the mapper cannot create, or whose parameter names are unknown, or that requires
 * another object of its own type.
 */
final class UncreatableShape implements Rule.Check<Scope.HopOfConcept> {

  @Override
  public Stream<RuleMatch> of(Scope.HopOfConcept at, RuleContext context) {
    Optional<Creator> creator = at.hop().creator();
    if (creator.isEmpty()) {
      return at.hop().family().isPresent() || at.concept().isExisting(at.hop())
          ? Stream.empty()
          : Stream.of(uncreatable(at));
    }
    return at.hasKnownParameters()
        ? endless(at).stream()
        : Stream.of(unknownNames(at, creator.get()));
  }

  /** A field that no object could be the last of. */
  private static Optional<RuleMatch> endless(Scope.HopOfConcept at) {
    ResolvedShape to = at.hop().hop().to();
    return at.hop().mappings().stream()
        .flatMap(mapping -> mapping.target().stream())
        .filter(field -> to.holdsItsOwner(field) && !to.mayBeMissing(field))
        .findFirst()
        .map(
            field ->
                new Matches(RuleId.UNFILLED_FIELD, at.concept())
                    .ofField(
                        to,
                        field,
                        to.path(field)
                            + " requires another "
                            + to.shownName()
                            + ", which requires another one, without end.",
                        List.of(
                            Remedy.advice(
                                "let it be missing: make it an Optional or annotate it as"
                                    + " nullable"))));
  }

  private static RuleMatch uncreatable(Scope.HopOfConcept at) {
    ResolvedShape to = at.hop().hop().to();
    String mappers = at.hop().hop().outer().mapperPackage();
    return new Matches(RuleId.UNFILLED_FIELD, at.concept())
        .onHop(
            at.hop(),
            to.shownName()
                + " has no constructor or factory method that code in "
                + mappers
                + " can call.",
            List.of(
                Remedy.advice("add one that is visible in " + mappers),
                Remedy.advice("or name the creator to use with 'build' in the plan")),
            to.shape().place());
  }

  private static RuleMatch unknownNames(Scope.HopOfConcept at, Creator creator) {
    return new Matches(RuleId.UNFILLED_FIELD, at.concept())
        .onHop(
            at.hop(),
            "The class file of "
                + at.hop().hop().to().shownName()
                + " does not contain the parameter names of "
                + creator.label()
                + ": the fields of this hop cannot be checked.",
            List.of(Remedy.advice("compile the class with -parameters or -g")),
            creator.place());
  }
}
