package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Two rows that lead a to b and b to a, although both shapes have an a and a b. */
final class CrossedFields implements Rule {

  @Override
  public RuleId id() {
    return RuleId.CROSSED_FIELDS;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return ledger.outer().stream()
        .flatMap(
            outer ->
                ledger.concept().rows().stream()
                    .flatMap(row -> crossing(ledger, outer, row).stream()));
  }

  private Optional<Hit> crossing(ConceptLedger ledger, Station outer, Row row) {
    Optional<Text> here = row.named(ledger.hub().use());
    Optional<Text> there = row.named(outer.use());
    if (here.isEmpty() || there.isEmpty() || here.get().value().equals(there.get().value())) {
      return Optional.empty();
    }
    return ledger.concept().rows().stream()
        .filter(other -> other.at().line() > row.at().line())
        .filter(other -> isNamed(other.named(ledger.hub().use()), there.get()))
        .filter(other -> isNamed(other.named(outer.use()), here.get()))
        .map(other -> hit(ledger, outer, row, other, here.get(), there.get()))
        .findFirst();
  }

  private static boolean isNamed(Optional<Text> name, Text expected) {
    return name.map(Text::value).equals(Optional.of(expected.value()));
  }

  private Hit hit(ConceptLedger ledger, Station outer, Row row, Row other, Text here, Text there) {
    String message =
        "this row and the one at line "
            + other.at().line()
            + " cross "
            + here
            + " and "
            + there
            + " between "
            + ledger.hub()
            + " and "
            + outer;
    return new Hits(id(), ledger)
        .hit(
            Optional.of(ledger.hub() + "->" + outer),
            Optional.of(outer.shape().type().simpleName() + "." + there),
            message,
            List.of(
                Remedy.advice("take both rows out: fields of the same name belong together"),
                Remedy.advice(
                    "or, if it is meant, add 'accept: { crossed-fields: \"why\" }' to this row")),
            row.at(),
            List.of(row, other));
  }
}
