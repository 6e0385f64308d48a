package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.FieldMapping;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A constant in the plan that does not fit the type of its field. */
final class UnfitConstant implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    return at.mapping() instanceof FieldMapping.Given given && given.isUnfitConstant()
        ? Stream.of(match(at, given))
        : Stream.empty();
  }

  private static RuleMatch match(MappingOnHop at, FieldMapping.Given given) {
    return new Matches(RuleId.TYPE_MISMATCH, at.concept())
        .of(
            Optional.of(MappingOnHop.id(at.hop())),
            Optional.of(Matches.id(at.to(), given.into())),
            given.value().label()
                + " is not a value of "
                + at.targetPath()
                + " ("
                + given.into().type()
                + ").",
            List.of(Remedy.advice("write a value of that type")),
            given.value().at(),
            given.row().stream().toList(),
            Matches.layers(at.hop()));
  }
}
