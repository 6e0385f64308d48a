package dev.shelftwin.rule;

import dev.shelftwin.finding.Nearest;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A source field without a target, and the plan does not say that this is intended. */
final class LostField implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    // Without a creator, the target cannot be created at all, which is reported instead.
    boolean lost =
        at.mapping() instanceof FieldMapping.Lost && at.isAccounted() && !at.isUnprocessed();
    return lost ? Stream.of(match(at)) : Stream.empty();
  }

  private static RuleMatch match(MappingOnHop at) {
    Field field = at.source();
    ResolvedShape from = at.from();
    ResolvedShape to = at.to();
    Optional<String> first =
        at.mapping().row().map(row -> row.copies(from.use())).stream()
            .flatMap(List::stream)
            .findFirst();
    if (first.isPresent()) {
      return copy(at, first.get());
    }
    Optional<String> hidden = hidden(at);
    List<Remedy> remedies = new ArrayList<>();
    PlanRows rows = new PlanRows(at.concept());
    if (hidden.isEmpty()) {
      similarTarget(at).ifPresent(other -> remedies.add(rows.pair(from, field, to, other)));
    }
    remedies.add(
        hidden.isPresent()
            ? at.reachable()
            : Remedy.advice("to map it, add " + field.name() + " to " + to.shownName()));
    String reason = "\"why it is not mapped\"";
    String scoped =
        from.role() == Role.DOMAIN ? "{ " + to.use().simpleName() + ": " + reason + " }" : reason;
    remedies.add(rows.with("or say why it is not mapped", from, field, "stays: " + scoped));
    String message =
        hidden.orElseGet(
            () ->
                at.sourcePath() + " has no counterpart in " + to.shownName() + notTaken(at) + ".");
    return new Matches(RuleId.LOST_FIELD, at.concept()).onHop(at, from, field, message, remedies);
  }

  /** What the mapper can neither read nor set, where both types have the field. */
  private static Optional<String> hidden(MappingOnHop at) {
    Field source = at.source();
    Optional<Field> target = at.to().shape().field(source.name()).filter(Field::stored);
    if (target.isPresent() && at.isHidden(at.from(), source.reader())) {
      return Optional.of("The mapper cannot read " + at.sourcePath() + ".");
    }
    return target
        .filter(field -> field.writer().isPresent() && at.isHidden(at.to(), field.writer()))
        .map(
            field ->
                at.sourcePath()
                    + " goes nowhere, because the mapper cannot set "
                    + at.to().path(field)
                    + ".");
  }

  /** Another field of the request has the value, but nothing makes the two equal. */
  private static RuleMatch copy(MappingOnHop at, String first) {
    String message =
        at.sourcePath() + " is not read: the row lists " + first + " first, and they may differ.";
    Remedy remedy =
        Remedy.advice(
            "remove it from "
                + at.from().shownName()
                + ", or join the fields with a static method of yours: 'by'");
    return new Matches(RuleId.LOST_FIELD, at.concept())
        .onHop(at, at.from(), at.source(), message, List.of(remedy));
  }

  private static String notTaken(MappingOnHop at) {
    boolean exists = at.to().shape().field(at.source().name()).isPresent();
    return at.hop()
        .creator()
        .filter(creator -> exists)
        .map(creator -> " that the mapper can set: " + creator + " does not take it")
        .orElse("");
  }

  /** The target field without a source that was probably meant. */
  private static Optional<Field> similarTarget(MappingOnHop at) {
    List<Field> unfilled =
        at.hop().mappings().stream()
            .filter(FieldMapping.Unfilled.class::isInstance)
            .flatMap(mapping -> mapping.target().stream())
            .toList();
    return Nearest.to(at.source().name(), unfilled.stream().map(Field::name).toList())
        .flatMap(name -> unfilled.stream().filter(other -> other.name().equals(name)).findFirst());
  }
}
