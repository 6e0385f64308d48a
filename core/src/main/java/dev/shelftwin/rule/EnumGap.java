package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.shape.Field;
import java.util.List;
import java.util.stream.Stream;

/** A constant that the plan gives no code. */
final class EnumGap implements Rule {

  @Override
  public RuleId id() {
    return RuleId.ENUM_GAP;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return Hits.entries(ledger)
        .flatMap(
            at ->
                at.entry().conversion().stream()
                    .flatMap(Conversion::forms)
                    .filter(Form.Table.class::isInstance)
                    .map(Form.Table.class::cast)
                    .filter(Form.Table::outward)
                    .filter(table -> !table.missing().isEmpty())
                    .map(table -> hit(ledger, at, table)));
  }

  private Hit hit(ConceptLedger ledger, Hits.OnHop at, Form.Table table) {
    Field source = at.entry().sources().get(0);
    String missing = String.join(", ", table.missing());
    return new Hits(id(), ledger)
        .onHop(
            at,
            at.from(),
            source,
            "'codes' of " + at.from().path(source) + " tells nothing for " + missing,
            List.of(Remedy.advice("give each of them a code")));
  }
}
