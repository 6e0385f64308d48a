package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;

/**
 * Limits that differ, told in the direction in which it hurts: a column that may be null where the
 * domain requires a value, a column that must not be where the domain may have none, and a request
 * that accepts longer texts than the column holds.
 */
final class LimitMismatch implements Rule {

  @Override
  public RuleId id() {
    return RuleId.LIMIT_MISMATCH;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return Hits.entries(ledger)
        .filter(at -> at.entry().isCarried())
        .flatMap(at -> Stream.concat(presence(ledger, at).stream(), length(ledger, at).stream()));
  }

  private Optional<Hit> presence(ConceptLedger ledger, Hits.OnHop at) {
    Station outer = at.hop().hop().outer();
    if (outer.role() != Role.PERSISTENCE || !outer.shape().isEntity()) {
      return Optional.empty();
    }
    Field source = at.entry().sources().get(0);
    Field target = at.entry().target().orElseThrow();
    boolean hurts =
        at.from().mayBeMissing(source)
            && !at.to().mayBeMissing(target)
            && !at.hop().slot(target).orElse(target.type()).isOptional();
    return hurts
        ? Optional.of(
            hit(
                ledger,
                at,
                at.from().path(source)
                    + " may be missing, "
                    + at.to().path(target)
                    + " must not be",
                at.hop().hop().inward()
                    ? "let the column refuse null, or let the domain do without"
                    : "let the column take null, or let the domain require a value"))
        : Optional.empty();
  }

  private Optional<Hit> length(ConceptLedger ledger, Hits.OnHop at) {
    if (at.from().role() != Role.TRANSFER) {
      return Optional.empty();
    }
    Field source = at.entry().sources().get(0);
    Field inside = at.entry().target().orElseThrow();
    OptionalInt accepted = source.limits().length();
    return ledger.hops().stream()
        .filter(hop -> hop.hop().to().role() == Role.PERSISTENCE)
        .flatMap(hop -> hop.outOf(inside).filter(Entry::isCarried).map(Entry::target))
        .flatMap(Optional::stream)
        .filter(column -> column.limits().length().isPresent() && accepted.isPresent())
        .filter(column -> accepted.getAsInt() > column.limits().length().getAsInt())
        .map(
            column ->
                hit(
                    ledger,
                    at,
                    at.from().path(source)
                        + " accepts "
                        + accepted.getAsInt()
                        + " characters, the column of "
                        + column.name()
                        + " holds "
                        + column.limits().length().getAsInt(),
                    "let both have one limit"))
        .findFirst();
  }

  private Hit hit(ConceptLedger ledger, Hits.OnHop at, String message, String advice) {
    Field source = at.entry().sources().get(0);
    Remedy accept =
        new PlanRows(ledger)
            .with("or accept it", at.from(), source, "accept: { limit-mismatch: \"why\" }");
    return new Hits(id(), ledger)
        .onHop(at, at.from(), source, message, List.of(Remedy.advice(advice), accept));
  }
}
