package dev.shelftwin.rule;

import dev.shelftwin.convert.Loss;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ColumnLosses;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A list that comes to a row in its own order, and whose table keeps none or another one. */
final class LostOrder implements Rule {

  @Override
  public RuleId id() {
    return RuleId.LOSSY_CONVERSION;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return Hits.entries(ledger)
        .filter(at -> at.to().role() == Role.PERSISTENCE && at.entry().isCarried())
        .filter(at -> ColumnLosses.of(target(at)).contains(Loss.ORDER))
        .filter(at -> at.entry().source().filter(LostOrder::isList).isPresent())
        .map(at -> hit(ledger, at.from(), at.entry(), at.to(), target(at)));
  }

  private static Field target(Hits.OnHop at) {
    return at.entry().target().orElseThrow();
  }

  private static boolean isList(Field field) {
    return Container.of(field.type().present()).equals(Optional.of(Container.LIST));
  }

  private Hit hit(ConceptLedger ledger, Station from, Entry entry, Station row, Field field) {
    boolean sorted =
        field.annotations().stream().anyMatch(name -> name.endsWith(".persistence.OrderBy"));
    String list = from.path(entry.source().orElseThrow());
    return new Hits(id(), ledger)
        .atTable(
            row,
            field,
            row.path(field)
                + (sorted
                    ? " is sorted when it is read, whatever the order of "
                    : " has no column for the order of ")
                + list,
            List.of(
                Remedy.advice(
                    sorted
                        ? "let the domain sort it in the same way"
                        : "keep the order in a column of its own, or hold a set where it means"
                            + " nothing"),
                new PlanRows(ledger)
                    .with(
                        "or accept it",
                        row,
                        field,
                        "accept: { lossy-conversion: \"why the order does not matter\" }")));
  }
}
