package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Step;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** An enumeration constant whose name is longer than its column. */
final class LongConstant implements Rule.Check<Scope.FieldOfShape> {

  @Override
  public Stream<RuleMatch> of(Scope.FieldOfShape at, RuleContext context) {
    boolean column =
        at.shape().role() == Role.PERSISTENCE
            && !at.shape().equals(at.concept().hub())
            && at.shape().shape().hasColumns()
            && at.field().stored()
            && at.field().limits().maxLength().isPresent();
    return column ? tooLong(at, context).map(name -> match(at, name)).stream() : Stream.empty();
  }

  private static Optional<String> tooLong(Scope.FieldOfShape at, RuleContext context) {
    int length = at.field().limits().maxLength().orElseThrow();
    return Stream.concat(Stream.of(Container.held(at.field().type())), storedByName(at))
        .flatMap(type -> context.shapes().find(type).stream())
        .flatMap(shape -> shape.constants().stream())
        .filter(constant -> constant.length() > length)
        .max(Comparator.comparingInt(String::length));
  }

  /** The types whose constants a text column stores by name. */
  private static Stream<TypeRef> storedByName(Scope.FieldOfShape at) {
    return Container.held(at.field().type()).isLang("String")
        ? at.concept().hop(at.concept().hub(), at.shape()).stream()
            .flatMap(hop -> hop.into(at.field().name()).stream())
            .flatMap(mapping -> mapping.conversion().stream())
            .flatMap(Conversion::withNested)
            .flatMap(conversion -> conversion.steps().stream())
            .map(Step::from)
        : Stream.empty();
  }

  private static RuleMatch match(Scope.FieldOfShape at, String constant) {
    String message =
        "%s can be %s (%d characters), but its column holds at most %d."
            .formatted(
                at.shape().path(at.field()),
                constant,
                constant.length(),
                at.field().limits().maxLength().orElseThrow());
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.LIMIT_MISMATCH, at.shape(), at.field(), "why it is never stored");
    return new Matches(RuleId.LIMIT_MISMATCH, at.concept())
        .atTable(
            at.shape(),
            at.field(),
            message,
            List.of(
                Remedy.advice("make the column longer, or shorten the constant's name"), accept));
  }
}
