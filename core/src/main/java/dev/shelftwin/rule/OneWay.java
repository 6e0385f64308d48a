package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.convert.Step;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What goes out and cannot come back as it was: a value that one method of the users' converts on
 * both ways, and a computed value that a row keeps and nothing reads.
 */
final class OneWay implements Rule {

  @Override
  public RuleId id() {
    return RuleId.LOSSY_CONVERSION;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return Hits.entries(ledger)
        .filter(at -> at.from().equals(ledger.hub()) && at.entry().isCarried())
        .flatMap(at -> Stream.concat(twice(ledger, at).stream(), kept(ledger, at).stream()));
  }

  private Optional<Hit> twice(ConceptLedger ledger, Hits.OnHop at) {
    Field source = at.entry().sources().get(0);
    Field target = at.entry().target().orElseThrow();
    Optional<Form> out = at.entry().conversion().flatMap(OneWay::own);
    Optional<Form> back =
        ledger.hop(at.to(), at.from()).stream()
            .flatMap(hop -> hop.into(source.name()).stream())
            .flatMap(entry -> entry.conversion().stream())
            .flatMap(conversion -> own(conversion).stream())
            .findFirst();
    return out.filter(form -> back.equals(Optional.of(form)))
        .map(
            form ->
                hit(
                    ledger,
                    at,
                    source,
                    target,
                    at.from().path(source)
                        + " is converted by "
                        + name(form)
                        + " on its way to "
                        + at.to().path(target)
                        + " and again on its way back",
                    "give the class one method called 'to…' and one called 'from…'"));
  }

  private static Optional<Form> own(Conversion conversion) {
    return conversion.steps().size() == 1
        ? conversion.steps().stream()
            .map(Step::form)
            .filter(form -> form instanceof Form.Static || form instanceof Form.Own)
            .findFirst()
        : Optional.empty();
  }

  private static String name(Form form) {
    if (form instanceof Form.Own own) {
      return own.owner() + "." + own.method();
    }
    return form instanceof Form.Static own ? own.owner() + "." + own.method() : "";
  }

  /** A computed value in a column may differ from what is computed when it is read. */
  private Optional<Hit> kept(ConceptLedger ledger, Hits.OnHop at) {
    Field source = at.entry().sources().get(0);
    Field target = at.entry().target().orElseThrow();
    boolean derived = at.entry().row().flatMap(Row::derived).isPresent();
    boolean back =
        ledger.hop(at.to(), at.from()).stream()
            .flatMap(hop -> hop.outOf(target))
            .anyMatch(Entry::isCarried);
    return at.to().role() != Role.PERSISTENCE || source.stored() || !derived || back
        ? Optional.empty()
        : Optional.of(
            hit(
                ledger,
                at,
                source,
                target,
                at.to().path(target)
                    + " keeps what "
                    + at.from().path(source)
                    + " computes, and nothing reads it back",
                "take the column out"));
  }

  private Hit hit(
      ConceptLedger ledger,
      Hits.OnHop at,
      Field source,
      Field target,
      String message,
      String advice) {
    Remedy accept =
        new PlanRows(ledger)
            .with(
                "or accept it",
                at.from(),
                source,
                "accept: { lossy-conversion: \"why it is meant\" }");
    return new Hits(id(), ledger)
        .onHop(at, at.to(), target, message, List.of(Remedy.advice(advice), accept));
  }
}
