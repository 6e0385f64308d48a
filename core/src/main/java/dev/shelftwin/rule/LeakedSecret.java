package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.stream.Stream;

/** A secret that a transfer type carries outward, or that the text of a record shows. */
final class LeakedSecret implements Rule {

  @Override
  public RuleId id() {
    return RuleId.LEAKED_SECRET;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    Stream<Hit> printed =
        ledger
            .stations()
            .flatMap(
                station ->
                    Prints.fields(ledger, station, stage.shapes())
                        .filter(field -> ledger.roles(station, field).contains(FieldRole.SECRET))
                        .map(field -> printed(ledger, station, field)));
    return Stream.concat(shown(ledger), printed);
  }

  private Hit printed(ConceptLedger ledger, Station station, Field field) {
    return new Hits(id(), ledger)
        .ofField(
            station,
            field,
            station.shape() + ".toString() prints the secret " + field.name(),
            List.of(
                Remedy.advice("give the record a toString of its own that leaves it out"),
                new PlanRows(ledger)
                    .with(
                        "or accept it",
                        station,
                        field,
                        "accept: { leaked-secret: \"why it may be seen\" }")));
  }

  private Stream<Hit> shown(ConceptLedger ledger) {
    return Hits.entries(ledger)
        .filter(at -> at.to().role() == Role.TRANSFER && at.entry().isCarried())
        .filter(at -> isSecret(ledger, at))
        .map(at -> hit(ledger, at));
  }

  private static boolean isSecret(ConceptLedger ledger, Hits.OnHop at) {
    return Stream.concat(
            at.entry().sources().stream().flatMap(field -> ledger.roles(at.from(), field).stream()),
            at.entry().target().stream().flatMap(field -> ledger.roles(at.to(), field).stream()))
        .anyMatch(role -> role == FieldRole.SECRET);
  }

  private Hit hit(ConceptLedger ledger, Hits.OnHop at) {
    Field target = at.entry().target().orElseThrow();
    Field source = at.entry().sources().get(0);
    Remedy accept =
        new PlanRows(ledger)
            .with(
                "or accept it",
                at.to(),
                target,
                "accept: { leaked-secret: \"why it may be seen\" }");
    return new Hits(id(), ledger)
        .onHop(
            at,
            at.to(),
            target,
            at.to().path(target) + " shows the secret " + at.from().path(source),
            List.of(Remedy.advice("take " + target.name() + " out of " + at.to().shape()), accept));
  }
}
