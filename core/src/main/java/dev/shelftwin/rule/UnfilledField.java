package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A target field that nothing fills on a hop, and nobody said that this is meant. */
final class UnfilledField implements Rule {

  @Override
  public RuleId id() {
    return RuleId.UNFILLED_FIELD;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    Stream<Hit> unmade =
        ledger.hops().stream()
            .filter(hop -> hop.maker().isEmpty() && hop.family().isEmpty())
            .map(hop -> unmade(ledger, hop));
    Stream<Hit> nameless =
        ledger.hops().stream()
            .flatMap(
                hop ->
                    hop.maker().filter(Callable::isNameless).stream()
                        .map(maker -> nameless(ledger, hop, maker)));
    Stream<Hit> unfilled =
        Hits.entries(ledger)
            .filter(at -> at.hop().maker().isPresent())
            .filter(at -> at.entry().account() == Account.UNFILLED && !at.entry().isMismatch())
            .filter(at -> !isLostOnTheWayBack(ledger, at))
            .map(at -> hit(ledger, at, at.entry().target().orElseThrow()));
    return Stream.of(unmade, nameless, unfilled).flatMap(hits -> hits);
  }

  /** A field without a partner is told once, where its value is lost. */
  private static boolean isLostOnTheWayBack(ConceptLedger ledger, Hits.OnHop at) {
    Field field = at.entry().target().orElseThrow();
    return ledger.hop(at.to(), at.from()).stream()
        .flatMap(back -> back.outOf(field))
        .anyMatch(entry -> entry.account() == Account.LOST);
  }

  private Hit unmade(ConceptLedger ledger, HopLedger hop) {
    Station to = hop.hop().to();
    String who = hop.hop().outer().packageName();
    return new Hits(id(), ledger)
        .hit(
            Optional.of(hop.hop().toString()),
            Optional.empty(),
            "nothing that code in " + who + " may use makes " + to.shape(),
            List.of(
                Remedy.advice("give it a constructor or static factory that " + who + " can call"),
                Remedy.advice("or name the one to use below 'build' in the plan")),
            to.shape().place(),
            List.of());
  }

  private Hit nameless(ConceptLedger ledger, HopLedger hop, Callable maker) {
    Station to = hop.hop().to();
    return new Hits(id(), ledger)
        .hit(
            Optional.of(hop.hop().toString()),
            Optional.empty(),
            "the class file of "
                + to.shape()
                + " does not name the parameters of "
                + maker.label()
                + ", so nothing on this hop can be told",
            List.of(Remedy.advice("compile it with -g or -parameters")),
            maker.place(),
            List.of());
  }

  private Hit hit(ConceptLedger ledger, Hits.OnHop at, Field field) {
    Station to = at.to();
    String message =
        "nothing in " + at.from().shape() + " fills " + to.path(field) + notTaken(at, field);
    List<Remedy> remedies = new ArrayList<>();
    remedies.add(
        Remedy.advice(
            "fill it: add " + field.name() + " to " + at.from().shape() + ", or pair it in a row"));
    PlanRows rows = new PlanRows(ledger);
    String outer = at.hop().hop().outer().use().simpleName();
    if (to.role() != Role.PERSISTENCE) {
      String given = "given: { " + outer + ": { from: caller } }";
      remedies.add(rows.with("or let the caller give it", to, field, given));
    }
    if (to.role() == Role.PERSISTENCE) {
      remedies.add(
          rows.with("or leave it to the store", to, field, "stays: \"why nothing fills it\""));
    }
    return new Hits(id(), ledger).onHop(at, to, field, message, remedies);
  }

  private static String notTaken(Hits.OnHop at, Field field) {
    Optional<Callable> maker = at.hop().maker();
    if (maker.filter(made -> made.needs(field.name())).isPresent()) {
      boolean given = at.entry().row().filter(row -> !row.given().isEmpty()).isPresent();
      return given ? ": " + maker.get() + " takes it, so nothing else sets it" : "";
    }
    return at.hop().slot(field).isPresent()
        ? ""
        : maker.map(made -> ": " + made + " does not take it").orElse("");
  }
}
