package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * A field of a request that lands in a field which those outside must not set: one that the plan
 * protects, or the store's key or audit column.
 */
final class OpenWrite implements Rule {

  private static final Set<FieldRole> GUARDED =
      EnumSet.of(FieldRole.PROTECTED, FieldRole.KEY, FieldRole.AUDIT);

  @Override
  public RuleId id() {
    return RuleId.OPEN_WRITE;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    return Hits.entries(ledger)
        .filter(at -> at.from().role() == Role.TRANSFER && at.to().equals(ledger.hub()))
        .filter(at -> at.entry().isCarried())
        .flatMap(at -> guarded(ledger, at).map(role -> hit(ledger, at, role)).stream());
  }

  /** What the target is, or what the store's column is that it is loaded from. */
  private static Optional<FieldRole> guarded(ConceptLedger ledger, Hits.OnHop at) {
    Field target = at.entry().target().orElseThrow();
    Stream<FieldRole> ofColumn =
        ledger.outer().stream()
            .filter(store -> store.role() == Role.PERSISTENCE)
            .flatMap(store -> columns(ledger, store, target))
            .flatMap(Set::stream);
    return Stream.concat(ledger.roles(at.to(), target).stream(), ofColumn)
        .filter(GUARDED::contains)
        .findFirst();
  }

  private static Stream<Set<FieldRole>> columns(ConceptLedger ledger, Station store, Field target) {
    return ledger.hop(store, ledger.hub()).stream()
        .flatMap(load -> load.into(target.name()).stream())
        .filter(Entry::isCarried)
        .flatMap(entry -> entry.sources().stream())
        .map(column -> ledger.roles(store, column));
  }

  private Hit hit(ConceptLedger ledger, Hits.OnHop at, FieldRole role) {
    Field source = at.entry().sources().get(0);
    Field target = at.entry().target().orElseThrow();
    String kind = role == FieldRole.PROTECTED ? "protected" : "store's " + role.key();
    Remedy accept =
        new PlanRows(ledger)
            .with("or accept it", at.to(), target, "accept: { open-write: \"why it may be set\" }");
    return new Hits(id(), ledger)
        .onHop(
            at,
            at.from(),
            source,
            at.from().path(source) + " sets the " + kind + " " + at.to().path(target),
            List.of(
                Remedy.advice(
                    "take "
                        + source.name()
                        + " out of "
                        + at.from().shape()
                        + " and say with 'given' where the value comes from"),
                accept));
  }
}
