package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Spelling;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A type or a field that is not called as the plan says that those of its layer are. */
final class OddName implements Rule {

  @Override
  public RuleId id() {
    return RuleId.ODD_NAME;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return ledger
        .stations()
        .flatMap(station -> Stream.concat(type(ledger, station).stream(), fields(ledger, station)));
  }

  private Optional<Hit> type(ConceptLedger ledger, Station station) {
    List<String> expected = station.layer().rules().namesOf(ledger.name());
    String name = station.shape().type().name();
    boolean elsewhere =
        !Stage.isWithin(station.shape().type().packageName(), station.packageName());
    if (expected.isEmpty() || (expected.contains(name) && !elsewhere)) {
      return Optional.empty();
    }
    String message =
        elsewhere
            ? station.shape().type().qualifiedName()
                + " is not in the package of its layer, "
                + station.packageName()
            : name + " is not called as types of " + station.layer().name() + " are";
    return Optional.of(
        new Hits(id(), ledger)
            .hit(
                Optional.empty(),
                Optional.empty(),
                message,
                List.of(
                    elsewhere
                        ? Remedy.advice("move it there")
                        : Remedy.advice("call it " + String.join(" or ", expected)),
                    Remedy.advice(
                        "or add a pattern to 'names' of the layer at line "
                            + station.layer().at().line())),
                station.shape().place(),
                List.of()));
  }

  private Stream<Hit> fields(ConceptLedger ledger, Station station) {
    return station.layer().rules().spelling().stream()
        .flatMap(
            spelling ->
                station
                    .shape()
                    .storedFields()
                    .flatMap(
                        field ->
                            outside(station, field)
                                .filter(name -> !spelling.fits(name))
                                .map(name -> hit(ledger, station, field, name, spelling))
                                .stream()));
  }

  /** On the wire as the serialiser writes it; of columns only what the declaration says. */
  private static Optional<String> outside(Station station, Field field) {
    return station.role() == Role.PERSISTENCE
        ? field.outside()
        : Optional.of(LeakedName.name(field));
  }

  private Hit hit(
      ConceptLedger ledger, Station station, Field field, String name, Spelling spelling) {
    return new Hits(id(), ledger)
        .ofField(
            station,
            field,
            station.path(field) + " is written " + name + ", which is not " + spelling.key(),
            List.of(
                Remedy.advice("call it " + spelling.spell(name)),
                new PlanRows(ledger)
                    .with(
                        "or accept it",
                        station,
                        field,
                        "accept: { odd-name: \"why it is called so\" }")));
  }
}
