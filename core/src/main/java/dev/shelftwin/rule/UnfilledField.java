package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A target field without a source, and the plan does not say that this is intended. */
final class UnfilledField implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    boolean unfilled =
        at.mapping() instanceof FieldMapping.Unfilled && at.isAccounted() && !at.isUnprocessed();
    return unfilled && !isLostInOtherDirection(at) && !isLostWhereItCannotBeSet(at)
        ? Stream.of(match(at))
        : Stream.empty();
  }

  /** A field without a counterpart is reported once, where its value is lost. */
  private static boolean isLostInOtherDirection(MappingOnHop at) {
    return at.concept().hop(at.to(), at.from()).stream()
        .flatMap(back -> back.outOf(at.target()))
        .anyMatch(FieldMapping.Lost.class::isInstance);
  }

  /** A field that the mapper cannot set is reported once, where the value for it is lost. */
  private static boolean isLostWhereItCannotBeSet(MappingOnHop at) {
    Field target = at.target();
    return target.writer().isPresent()
        && at.isHidden(at.to(), target.writer())
        && at.from().shape().field(target.name()).filter(Field::stored).isPresent();
  }

  private static RuleMatch match(MappingOnHop at) {
    ResolvedShape to = at.to();
    Field field = at.target();
    Optional<Field> hidden =
        at.from()
            .shape()
            .field(field.name())
            .filter(source -> source.stored() && at.isHidden(at.from(), source.reader()));
    if (hidden.isPresent()) {
      String unreadable =
          at.targetPath()
              + " gets no value, because the mapper cannot read "
              + at.from().path(hidden.get())
              + ".";
      return new Matches(RuleId.UNFILLED_FIELD, at.concept())
          .onHop(at, to, field, unreadable, List.of(at.reachable()));
    }
    List<Remedy> remedies = new ArrayList<>();
    remedies.add(
        Remedy.advice(
            "add "
                + field.name()
                + " to "
                + at.from().shownName()
                + ", or pair the fields in a row"));
    remedies.add(otherwise(at));
    String message =
        at.targetPath() + " has no source in " + at.from().shownName() + cause(at, field) + ".";
    return new Matches(RuleId.UNFILLED_FIELD, at.concept()).onHop(at, to, field, message, remedies);
  }

  private static Remedy otherwise(MappingOnHop at) {
    Field field = at.target();
    if (isPart(field)) {
      String whole = field.name().substring(0, field.name().indexOf('.'));
      return Remedy.advice("or let a class of yours make all of " + whole + ": 'by'");
    }
    PlanRows rows = new PlanRows(at.concept());
    String outer = at.hop().hop().outer().use().simpleName();
    return at.to().role() == Role.PERSISTENCE
        ? rows.with(
            "or say why it has no source", at.to(), field, "stays: \"why it has no source\"")
        : rows.with(
            "or let the caller of the mapper pass it",
            at.to(),
            field,
            "given: { " + outer + ": { from: caller } }");
  }

  /** Whether a field is a part of a value, which is created as a whole. */
  private static boolean isPart(Field field) {
    return field.name().contains(".");
  }

  private static String cause(MappingOnHop at, Field field) {
    if (isPart(field)) {
      return "";
    }
    Optional<Creator> creator = at.hop().creator();
    if (creator.filter(one -> one.requires(field.name())).isPresent()) {
      boolean given = at.mapping().row().filter(row -> !row.given().isEmpty()).isPresent();
      return given
          ? ": " + creator.get() + " requires it, so the factory cannot set it itself"
          : "";
    }
    return at.hop().slot(field).isPresent()
        ? ""
        : creator.map(one -> ", and " + one + " does not take it").orElse("");
  }
}
