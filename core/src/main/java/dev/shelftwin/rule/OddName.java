package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Spelling;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A type or field whose name does not follow the conventions that the plan gives for its layer. */
final class OddName implements Rule.Check<ConceptLedger> {

  @Override
  public Stream<RuleMatch> of(ConceptLedger concept, RuleContext context) {
    return concept
        .shapes()
        .flatMap(
            shape -> Stream.concat(type(concept, shape, context).stream(), fields(concept, shape)));
  }

  private static Optional<RuleMatch> type(
      ConceptLedger concept, ResolvedShape shape, RuleContext context) {
    List<String> expected = shape.layer().rules().namesOf(concept.name());
    TypeRef type = shape.shape().type();
    boolean elsewhere =
        context.layerOf(type).filter(shape.layer()::equals).isEmpty()
            && !context.sharesPackage(shape.layer());
    if (expected.isEmpty() || (expected.contains(type.name()) && !elsewhere)) {
      return Optional.empty();
    }
    String message =
        elsewhere
            ? type.qualifiedName()
                + " is not in the packages of its layer ("
                + shape.layer().packages()
                + ")."
            : "The name "
                + type.name()
                + " does not match the name patterns of the layer "
                + shape.layer().name()
                + ".";
    return Optional.of(
        new Matches(RuleId.ODD_NAME, concept)
            .ofShape(
                shape,
                message,
                List.of(
                    Remedy.advice(
                        elsewhere
                            ? "move it there"
                            : "rename it to " + String.join(" or ", expected)),
                    Remedy.advice(
                        "or add a pattern to 'names' of the layer at line "
                            + shape.layer().at().line())),
                shape.shape().place()));
  }

  private static Stream<RuleMatch> fields(ConceptLedger concept, ResolvedShape shape) {
    return shape.layer().rules().spelling().stream()
        .flatMap(
            spelling ->
                shape
                    .shape()
                    .storedFields()
                    .flatMap(
                        field ->
                            externalName(shape, field, spelling)
                                .filter(name -> !spelling.fits(name))
                                .map(name -> field(concept, shape, field, name, spelling))
                                .stream()));
  }

  /**
   * The name in documents and columns. Where fields are not written like Java's, only a declared
   * name counts: what becomes of the others is decided by a naming strategy.
   */
  private static Optional<String> externalName(
      ResolvedShape shape, Field field, Spelling spelling) {
    return shape.role() == Role.PERSISTENCE || spelling != Spelling.CAMEL_CASE
        ? field.externalName()
        : Optional.of(LeakedName.name(field));
  }

  private static RuleMatch field(
      ConceptLedger concept, ResolvedShape shape, Field field, String name, Spelling spelling) {
    Remedy accept =
        new PlanRows(concept).accept(RuleId.ODD_NAME, shape, field, "why it has this name");
    return new Matches(RuleId.ODD_NAME, concept)
        .ofField(
            shape,
            field,
            shape.path(field) + " is written " + name + ", which is not " + spelling.key() + ".",
            List.of(Remedy.advice("rename it to " + spelling.spell(name)), accept));
  }
}
