package dev.shelftwin.rule;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ChildIdentity;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Child rows that an update matches by their places, although something outside knows them by their
 * keys: without the first child, each key stands for another one.
 */
final class MovedKeys implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    Optional<Operation.CallMapper> child = child(at);
    if (child.isEmpty() || !at.isFirstOf(FieldMapping::isCarried)) {
      return Stream.empty();
    }
    Ledger ledger = context.ledger();
    ConceptLedger concept = ledger.concept(child.get().concept()).orElseThrow();
    HopLedger hop = ledger.hop(child.get());
    ResolvedShape row = hop.hop().to();
    if (!hop.canUpdate() || ChildIdentity.of(concept, hop).isPresent()) {
      return Stream.empty();
    }
    return row.shape().fields().stream()
        .filter(field -> concept.roles(row, field).contains(FieldRole.KEY))
        .flatMap(key -> use(concept, row, key, ledger).stream())
        .findFirst()
        .map(use -> match(at, row, use))
        .stream();
  }

  /** The mapper of the elements of a list of rows that an update changes in place. */
  private static Optional<Operation.CallMapper> child(MappingOnHop at) {
    if (at.to().role() != Role.PERSISTENCE
        || !(at.mapping() instanceof FieldMapping.Flow flow)
        || at.hop().collectionReader(flow.into()).isEmpty()) {
      return Optional.empty();
    }
    return flow.how()
        .onlyOperation()
        .filter(Operation.EachElement.class::isInstance)
        .flatMap(each -> ((Operation.EachElement) each).elements().onlyOperation())
        .filter(Operation.CallMapper.class::isInstance)
        .map(Operation.CallMapper.class::cast);
  }

  /** Who knows the key: a type that shows it, or a row that refers to the child. */
  private static Optional<String> use(
      ConceptLedger concept, ResolvedShape row, Field key, Ledger ledger) {
    Optional<String> shown =
        concept.hops().stream()
            .filter(hop -> hop.hop().from().equals(row))
            .flatMap(hop -> hop.mappings().stream().map(one -> new MappingOnHop(concept, hop, one)))
            .filter(one -> one.mapping().isCarried() && one.mapping().sources().contains(key))
            .map(one -> one.targetPath() + " shows the key")
            .findFirst();
    return shown.or(() -> reference(row, ledger));
  }

  /** A row that refers to the child and is none of the child's own children, which move with it. */
  private static Optional<String> reference(ResolvedShape row, Ledger ledger) {
    TypeRef child = row.shape().type();
    Set<TypeRef> held =
        row.shape().fields().stream()
            .map(field -> Container.held(field.type().present()))
            .collect(Collectors.toSet());
    return ledger.concepts().stream()
        .flatMap(ConceptLedger::shapes)
        .filter(shape -> shape.role() == Role.PERSISTENCE)
        .filter(shape -> !held.contains(shape.shape().type()))
        .flatMap(
            shape ->
                shape.shape().fields().stream()
                    .filter(field -> Container.of(field.type().present()).isEmpty())
                    .filter(field -> field.type().present().equals(child))
                    .map(shape::path))
        .map(path -> path + " refers to it")
        .findFirst();
  }

  private static RuleMatch match(MappingOnHop at, ResolvedShape row, String use) {
    String message =
        "Updates match the rows in "
            + at.targetPath()
            + " by their places, so that a removed child changes which "
            + row.shownName()
            + " a key stands for; "
            + use
            + ".";
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.MOVED_KEYS, at.to(), at.target(), "why keys may move");
    return new Matches(RuleId.MOVED_KEYS, at.concept())
        .onHop(
            at,
            at.to(),
            at.target(),
            message,
            List.of(
                Remedy.advice(
                    "map the key of the children inward, or say 'is: identity' of a field that"
                        + " tells them apart"),
                accept));
  }
}
