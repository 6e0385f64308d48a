package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.plan.Spelling;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.stream.Stream;

/**
 * A field that has the name of its column in documents, in a layer whose other names are not
 * written with underscores. If the plan says how the layer writes its names, that decides instead.
 */
final class LeakedName implements Rule.Check<Scope.FieldOfShape> {

  @Override
  public Stream<RuleMatch> of(Scope.FieldOfShape at, RuleContext context) {
    boolean leaked =
        at.shape().role() == Role.TRANSFER
            && !at.shape().equals(at.concept().hub())
            && at.shape().layer().rules().spelling().isEmpty()
            && name(at.field()).contains("_")
            && columns(at).anyMatch(name(at.field())::equalsIgnoreCase)
            && !context.usesUnderscores(at.shape().layer());
    return leaked ? Stream.of(match(at)) : Stream.empty();
  }

  /** The name in documents. */
  static String name(Field field) {
    return field.externalName().orElse(field.name());
  }

  /** The names of the columns that a field is mapped from or to. */
  private static Stream<String> columns(Scope.FieldOfShape at) {
    Stream<Field> sources =
        at.concept().hops().stream()
            .filter(hop -> hop.hop().to().equals(at.shape()))
            .flatMap(hop -> hop.into(at.field().name()).stream())
            .flatMap(mapping -> mapping.sources().stream());
    Stream<Field> targets =
        at.concept().hops().stream()
            .filter(hop -> hop.hop().from().equals(at.shape()))
            .flatMap(hop -> hop.outOf(at.field()))
            .flatMap(mapping -> mapping.target().stream());
    return Stream.concat(sources, targets)
        .flatMap(inner -> columnsOf(inner, at.concept()))
        .map(column -> column.externalName().orElse(Spelling.SNAKE_CASE.spell(column.name())));
  }

  private static Stream<Field> columnsOf(Field field, ConceptLedger concept) {
    return concept.hops().stream()
        .filter(hop -> hop.hop().to().role() == Role.PERSISTENCE)
        .flatMap(hop -> hop.outOf(field))
        .flatMap(mapping -> mapping.target().stream());
  }

  private static RuleMatch match(Scope.FieldOfShape at) {
    String name = name(at.field());
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.LEAKED_NAME, at.shape(), at.field(), "why it has this name");
    return new Matches(RuleId.LEAKED_NAME, at.concept())
        .ofField(
            at.shape(),
            at.field(),
            at.shape().path(at.field()) + " has the name of its column, " + name + ".",
            List.of(Remedy.advice("rename it to " + Spelling.CAMEL_CASE.spell(name)), accept));
  }
}
