package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Spelling;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.stream.Stream;

/**
 * A field that goes by its column's name on the wire, where the other names there are not spelled
 * like columns. Where the plan says how a layer spells its names, that decides.
 */
final class LeakedName implements Rule {

  @Override
  public RuleId id() {
    return RuleId.LEAKED_NAME;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return ledger.outer().stream()
        .filter(station -> station.role() == Role.TRANSFER)
        .filter(station -> station.layer().rules().spelling().isEmpty())
        .flatMap(
            station ->
                station.shape().fields().stream()
                    .filter(field -> name(field).contains("_"))
                    .filter(
                        field ->
                            columns(ledger, station, field).anyMatch(name(field)::equalsIgnoreCase))
                    .filter(field -> !stage.spellsLikeColumns(station.layer()))
                    .map(field -> hit(ledger, station, field)));
  }

  /** As the serialiser writes it. */
  static String name(Field field) {
    return field.outside().orElse(field.name());
  }

  /** The names of the columns that a field comes from or goes to. */
  private static Stream<String> columns(ConceptLedger ledger, Station station, Field field) {
    return Stream.concat(
            ledger.hops().stream()
                .filter(hop -> hop.hop().to().equals(station))
                .flatMap(hop -> hop.into(field.name()).stream())
                .flatMap(entry -> entry.sources().stream()),
            ledger.hops().stream()
                .filter(hop -> hop.hop().from().equals(station))
                .flatMap(hop -> hop.outOf(field))
                .flatMap(entry -> entry.target().stream()))
        .flatMap(inside -> stored(ledger, inside))
        .map(column -> column.outside().orElse(Spelling.SNAKE_CASE.spell(column.name())));
  }

  private static Stream<Field> stored(ConceptLedger ledger, Field inside) {
    return ledger.hops().stream()
        .filter(hop -> hop.hop().to().role() == Role.PERSISTENCE)
        .flatMap(hop -> hop.outOf(inside))
        .flatMap(entry -> entry.target().stream());
  }

  private Hit hit(ConceptLedger ledger, Station station, Field field) {
    String better = Spelling.CAMEL_CASE.spell(name(field));
    return new Hits(id(), ledger)
        .ofField(
            station,
            field,
            station.path(field) + " goes by its column's name " + name(field),
            List.of(
                Remedy.advice("call it " + better),
                new PlanRows(ledger)
                    .with(
                        "or accept it",
                        station,
                        field,
                        "accept: { leaked-name: \"why it is called so\" }")));
  }
}
