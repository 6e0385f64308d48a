package dev.shelftwin.rule;

import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.HopId;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Two rows that pair a with b and b with a, although both shapes have both fields. */
final class CrossedFields implements Rule.Check<ConceptLedger> {

  @Override
  public Stream<RuleMatch> of(ConceptLedger concept, RuleContext context) {
    return concept.outer().stream()
        .flatMap(
            outer ->
                concept.concept().rows().stream()
                    .flatMap(row -> crossing(concept, outer, row).stream()));
  }

  private static Optional<RuleMatch> crossing(ConceptLedger concept, ResolvedShape outer, Row row) {
    Optional<Text> here = row.named(concept.hub().use());
    Optional<Text> there = row.named(outer.use());
    if (here.isEmpty() || there.isEmpty() || here.get().value().equals(there.get().value())) {
      return Optional.empty();
    }
    return concept.concept().rows().stream()
        .filter(other -> other.at().line() > row.at().line())
        .filter(other -> isNamed(other.named(concept.hub().use()), there.get()))
        .filter(other -> isNamed(other.named(outer.use()), here.get()))
        .map(other -> match(concept, outer, List.of(row, other), here.get(), there.get()))
        .findFirst();
  }

  private static boolean isNamed(Optional<Text> name, Text expected) {
    return name.map(Text::value).equals(Optional.of(expected.value()));
  }

  private static RuleMatch match(
      ConceptLedger concept, ResolvedShape outer, List<Row> rows, Text here, Text there) {
    String message =
        "This row and the one at line %d cross %s and %s between %s and %s."
            .formatted(rows.get(1).at().line(), here, there, concept.hub(), outer);
    return new Matches(RuleId.CROSSED_FIELDS, concept)
        .of(
            Optional.of(new HopId(concept.hub().label(), outer.label())),
            Optional.of(FieldId.of(outer.shape().type().simpleName(), there.value())),
            message,
            List.of(
                Remedy.advice("remove both rows: fields of the same name belong together"),
                Remedy.advice(
                    "or, if it is intended, add 'accept: { crossed-fields: \"why\" }' to this row")),
            rows.get(0).at(),
            rows,
            List.of(concept.hub().layer(), outer.layer()));
  }
}
