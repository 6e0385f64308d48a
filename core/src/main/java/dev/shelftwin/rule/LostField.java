package dev.shelftwin.rule;

import dev.shelftwin.finding.Nearest;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A source field that reaches nothing on a hop, and nobody said that this is meant. */
final class LostField implements Rule {

  @Override
  public RuleId id() {
    return RuleId.LOST_FIELD;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    // Where nothing makes the target, that is the fault, and everything else follows from it.
    return Hits.entries(ledger)
        .filter(at -> at.hop().maker().isPresent())
        .filter(at -> at.entry().account() == Account.LOST)
        .map(at -> hit(ledger, at, at.entry().sources().get(0)));
  }

  private Hit hit(ConceptLedger ledger, Hits.OnHop at, Field field) {
    Station from = at.from();
    Station to = at.to();
    String message =
        from.path(field) + " reaches nothing in " + to.shape() + takenByNobody(at, field);
    List<Remedy> remedies = new ArrayList<>();
    PlanRows rows = new PlanRows(ledger);
    unfilled(at, field).ifPresent(other -> remedies.add(rows.pair(from, field, to, other)));
    remedies.add(Remedy.advice("carry it: add " + field.name() + " to " + to.shape()));
    String why = "\"why it goes no further\"";
    String only =
        from.role() == Role.DOMAIN ? "{ " + to.use().simpleName() + ": " + why + " }" : why;
    remedies.add(rows.with("or leave it behind on purpose", from, field, "stays: " + only));
    return new Hits(id(), ledger).onHop(at, from, field, message, remedies);
  }

  private static String takenByNobody(Hits.OnHop at, Field field) {
    boolean there = at.to().shape().field(field.name()).isPresent();
    return at.hop()
        .maker()
        .filter(maker -> there)
        .map(maker -> ": " + maker + " does not take it")
        .orElse("");
  }

  /** The unfilled field of the target that was probably meant. */
  private static Optional<Field> unfilled(Hits.OnHop at, Field field) {
    List<Field> unfilled =
        at.hop().entries().stream()
            .filter(entry -> entry.account() == Account.UNFILLED && !entry.isMismatch())
            .map(Entry::target)
            .flatMap(Optional::stream)
            .toList();
    return Nearest.to(field.name(), unfilled.stream().map(Field::name).toList())
        .flatMap(name -> unfilled.stream().filter(other -> other.name().equals(name)).findFirst());
  }
}
