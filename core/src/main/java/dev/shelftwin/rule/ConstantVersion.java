package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A response whose version is a constant, although the row has a version that changes. */
final class ConstantVersion implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    boolean constant =
        at.to().role() == Role.TRANSFER
            && at.mapping() instanceof FieldMapping.Given given
            && given.value() instanceof GivenValue.Constant;
    return constant ? version(at).map(version -> match(at, version)).stream() : Stream.empty();
  }

  /** The version of the row that has the name of the field, or that the plan calls like it. */
  private static Optional<String> version(MappingOnHop at) {
    ConceptLedger concept = at.concept();
    boolean calledSo = concept.roles(at.to(), at.target()).contains(FieldRole.VERSION);
    return concept
        .shapes()
        .filter(shape -> shape.role() == Role.PERSISTENCE)
        .flatMap(
            (ResolvedShape shape) ->
                shape.shape().fields().stream()
                    .filter(field -> concept.roles(shape, field).contains(FieldRole.VERSION))
                    .filter((Field field) -> calledSo || field.name().equals(at.target().name()))
                    .map(shape::path))
        .findFirst();
  }

  private static RuleMatch match(MappingOnHop at, String version) {
    String message =
        at.targetPath() + " never changes, but " + version + " changes with every update.";
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.UNFILLED_FIELD, at.to(), at.target(), "why one value is enough");
    return new Matches(RuleId.UNFILLED_FIELD, at.concept())
        .onHop(
            at,
            at.to(),
            at.target(),
            message,
            List.of(Remedy.advice("let the domain hold the version, and map it"), accept));
  }
}
