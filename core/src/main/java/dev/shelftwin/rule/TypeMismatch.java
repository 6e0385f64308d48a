package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.plan.Given;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Two types that no conversion leads between, or a literal that does not fit its field. */
final class TypeMismatch implements Rule {

  @Override
  public RuleId id() {
    return RuleId.TYPE_MISMATCH;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    Stream<Hit> mismatches =
        Hits.entries(ledger)
            .filter(at -> at.entry().isMismatch())
            .filter(at -> !isToldAlready(ledger, at))
            .map(at -> mismatch(ledger, at));
    Stream<Hit> literals =
        Hits.entries(ledger).filter(at -> isWrongLiteral(at)).map(at -> literal(ledger, at));
    return Stream.concat(mismatches, literals);
  }

  /** The way back fails for the same reason as the way out, and one telling is enough. */
  private static boolean isToldAlready(ConceptLedger ledger, Hits.OnHop at) {
    Field target = at.entry().target().orElseThrow();
    return at.hop().hop().inward()
        && ledger.hop(at.to(), at.from()).stream()
            .flatMap(out -> out.outOf(target))
            .anyMatch(Entry::isMismatch);
  }

  private Hit mismatch(ConceptLedger ledger, Hits.OnHop at) {
    Field source = at.entry().sources().get(0);
    Field target = at.entry().target().orElseThrow();
    TypeRef slot = at.hop().slot(target).orElse(target.type());
    boolean byOwn = at.entry().row().filter(row -> !row.by().isEmpty()).isPresent();
    String message =
        at.from().path(source)
            + " is "
            + source.type()
            + ", "
            + at.to().path(target)
            + " takes "
            + slot
            + (byOwn ? ", and what 'by' names does not lead there" : ", and nothing leads there");
    PlanRows rows = new PlanRows(ledger);
    Remedy own =
        byOwn
            ? Remedy.advice("give it a public static method from " + source.type() + " to " + slot)
            : rows.with(
                "or convert it by a static method of your own",
                at.from(),
                source,
                "by: your.Class.method");
    return new Hits(id(), ledger)
        .onHop(at, at.to(), target, message, List.of(Remedy.advice("give both one type"), own));
  }

  private static boolean isWrongLiteral(Hits.OnHop at) {
    Entry entry = at.entry();
    return entry.given().filter(given -> given.source() == Given.Source.VALUE).isPresent()
        && entry.conversion().isEmpty()
        && (entry.given().orElseThrow().literal().isPresent()
            || entry.target().orElseThrow().type().isPrimitive());
  }

  private Hit literal(ConceptLedger ledger, Hits.OnHop at) {
    Given given = at.entry().given().orElseThrow();
    Field target = at.entry().target().orElseThrow();
    String message =
        given.label() + " is no value for " + at.to().path(target) + ", which is " + target.type();
    return new Hits(id(), ledger)
        .hit(
            Optional.of(at.hop().hop().toString()),
            Optional.of(at.to().path(target)),
            message,
            List.of(Remedy.advice("write a value of that type")),
            given.at(),
            at.entry().row().stream().toList());
  }
}
