package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/** A value that may be missing where the target requires one. */
final class PresenceMismatch implements Rule.Check<MappingOnHop> {

  /** Every stored row has these. */
  private static final Set<FieldRole> OF_STORED_ROWS = EnumSet.of(FieldRole.KEY, FieldRole.VERSION);

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    return isRequired(at)
        ? at.mapping().sources().stream()
            .filter(source -> mayBeMissing(at, source))
            .filter(source -> !hasRequiredPart(source, context))
            .map(source -> match(at, source))
        : Stream.empty();
  }

  private static boolean isRequired(MappingOnHop at) {
    return at.mapping().isCarried() && at.hop().isRequired(at.target());
  }

  /**
   * A column may be null unless it is declared otherwise, or is the key or version of a stored row.
   * Fields of other types count only if their declaration says that they may be missing, or if what
   * goes out is passed as a primitive value.
   */
  private static boolean mayBeMissing(MappingOnHop at, Field source) {
    if (at.from().role() == Role.PERSISTENCE) {
      return at.from().shape().hasColumns()
          && at.from().mayBeMissing(source)
          && Collections.disjoint(at.concept().roles(at.from(), source), OF_STORED_ROWS);
    }
    boolean replaced = at.mapping().conversion().flatMap(Conversion::absent).isPresent();
    boolean unboxed =
        !at.hop().hop().inward()
            && !source.type().isPrimitive()
            && at.hop().slot(at.target()).filter(TypeRef::isPrimitive).isPresent();
    boolean missing =
        unboxed ? at.from().mayBeMissing(source) : source.presence() == Presence.OPTIONAL;
    return missing && !replaced && !at.hop().hop().changes();
  }

  /**
   * An embedded value is missing if all of its columns are null (Jakarta Persistence 3.2, §2.5); a
   * required column among them prevents that.
   */
  private static boolean hasRequiredPart(Field source, RuleContext context) {
    return context.shapes().find(source.type()).stream()
        .filter(Shape::isEmbeddable)
        .flatMap(Shape::storedFields)
        .anyMatch(part -> part.presence() == Presence.REQUIRED);
  }

  private static RuleMatch match(MappingOnHop at, Field source) {
    List<Remedy> remedies = new ArrayList<>();
    remedies.add(
        Remedy.advice(
            at.hop().hop().inward()
                ? "let " + at.from() + " reject a missing value, or let " + at.to() + " allow it"
                : "let "
                    + at.to()
                    + " allow a missing value, or let "
                    + at.from()
                    + " require one"));
    if (at.to().shape().has(ShapeTrait.MESSAGE)) {
      remedies.add(
          Remedy.advice(
              "in the description of the message, 'optional' before a field lets it be missing:"
                  + " without that, a missing value cannot be told from the default of its type"));
    }
    boolean unspecified =
        at.target().presence() == Presence.UNSPECIFIED
            && at.to().layer().rules().unspecifiedNullness().isEmpty();
    if (unspecified) {
      remedies.add(
          Remedy.advice(
              "if fields of the layer "
                  + at.to().layer().name()
                  + " may be missing unless declared otherwise, add 'unspecified-nullness: optional'"
                  + " to the layer"));
    }
    remedies.add(LimitMismatch.accept(at, source));
    String message =
        at.from().path(source) + " may be missing, but " + at.targetPath() + " requires a value.";
    return new Matches(RuleId.LIMIT_MISMATCH, at.concept())
        .onHop(at, at.from(), source, message, remedies);
  }
}
