package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Step;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A constant of an enumeration whose name is longer than the column that keeps it. */
final class LongConstant implements Rule {

  @Override
  public RuleId id() {
    return RuleId.LIMIT_MISMATCH;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return ledger.outer().stream()
        .filter(station -> station.role() == Role.PERSISTENCE && station.shape().hasColumns())
        .flatMap(
            row ->
                row.shape()
                    .storedFields()
                    .flatMap(
                        column ->
                            tooLong(ledger, row, column, stage)
                                .map(constant -> hit(ledger, row, column, constant))
                                .stream()));
  }

  private static Optional<String> tooLong(
      ConceptLedger ledger, Station row, Field column, Stage stage) {
    int length = column.limits().length().orElse(Integer.MAX_VALUE);
    return Stream.concat(Stream.of(Container.held(column.type())), named(ledger, row, column))
        .flatMap(type -> stage.shapes().find(type).stream())
        .map(Shape::constants)
        .flatMap(List::stream)
        .filter(constant -> constant.length() > length)
        .max(Comparator.comparingInt(String::length));
  }

  /** The types whose constants come to a column by their names. */
  private static Stream<TypeRef> named(ConceptLedger ledger, Station row, Field column) {
    return Container.held(column.type()).isLang("String")
        ? ledger.hop(ledger.hub(), row).stream()
            .flatMap(hop -> hop.into(column.name()).stream())
            .flatMap(entry -> entry.conversion().stream())
            .flatMap(Conversion::withInner)
            .flatMap(way -> way.steps().stream())
            .map(Step::from)
        : Stream.empty();
  }

  private Hit hit(ConceptLedger ledger, Station row, Field column, String constant) {
    return new Hits(id(), ledger)
        .atTable(
            row,
            column,
            row.path(column)
                + " may be "
                + constant
                + ", "
                + constant.length()
                + " characters, and its column holds "
                + column.limits().length().orElseThrow(),
            List.of(
                Remedy.advice("make the column longer, or the constant's name shorter"),
                new PlanRows(ledger)
                    .with(
                        "or accept it",
                        row,
                        column,
                        "accept: { limit-mismatch: \"why it never comes\" }")));
  }
}
