package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Step;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * A constant without a code in the plan, or without a constant of the same name in the target's
 * enumeration.
 */
final class EnumGap implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    return at.mapping().conversion().stream()
        .flatMap(Conversion::withNested)
        .flatMap(
            conversion ->
                Stream.concat(
                    conversion.steps().stream().flatMap(step -> withoutCode(at, step, context)),
                    withoutName(at, conversion, context)));
  }

  private static Stream<RuleMatch> withoutCode(MappingOnHop at, Step step, RuleContext context) {
    if (!(step.operation() instanceof Operation.CodeTable table)) {
      return Stream.empty();
    }
    if (!table.outward()) {
      return table.byName() ? withoutConstant(at, table, context) : Stream.empty();
    }
    if (table.missing().isEmpty()) {
      return Stream.empty();
    }
    return table.byName()
        ? Stream.of(withoutName(at, table.missing(), table.codes()))
        : Stream.of(
            match(
                at,
                "'codes' of "
                    + at.sourcePath()
                    + " has no code for "
                    + String.join(", ", table.missing())
                    + ".",
                List.of(Remedy.advice("add a code for each of them"))));
  }

  /** Constants of messages that have no counterpart. */
  private static Stream<RuleMatch> withoutConstant(
      MappingOnHop at, Operation.CodeTable table, RuleContext context) {
    List<String> missing = new ArrayList<>(constants(table.codes(), context));
    missing.removeAll(table.table().values().stream().map(String::valueOf).toList());
    return missing.isEmpty()
        ? Stream.empty()
        : Stream.of(withoutName(at, missing, table.constants()));
  }

  /** A constant is converted to its name, and the name to a constant of another enumeration. */
  private static Stream<RuleMatch> withoutName(
      MappingOnHop at, Conversion conversion, RuleContext context) {
    List<Step> steps = conversion.steps();
    return IntStream.range(1, steps.size())
        .filter(index -> steps.get(index).operation() instanceof Operation.ConstantByName)
        .boxed()
        .flatMap(
            index -> withoutName(at, steps.get(index - 1).from(), steps.get(index).to(), context));
  }

  private static Stream<RuleMatch> withoutName(
      MappingOnHop at, TypeRef from, TypeRef to, RuleContext context) {
    List<String> missing = new ArrayList<>(constants(from, context));
    missing.removeAll(constants(to, context));
    return missing.isEmpty() ? Stream.empty() : Stream.of(withoutName(at, missing, to));
  }

  private static RuleMatch withoutName(MappingOnHop at, List<String> missing, TypeRef to) {
    String names = String.join(", ", missing);
    String message =
        at.sourcePath()
            + " may be "
            + names
            + ", but "
            + to
            + " of "
            + at.targetPath()
            + " has no such constant.";
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.ENUM_GAP, at.from(), at.source(), "why it never occurs");
    return match(
        at,
        message,
        List.of(
            Remedy.advice("add " + names + " to " + to),
            Remedy.advice("or map the constants with 'codes'"),
            accept));
  }

  private static List<String> constants(TypeRef type, RuleContext context) {
    return context.shapes().find(type).map(Shape::constants).orElse(List.of());
  }

  private static RuleMatch match(MappingOnHop at, String message, List<Remedy> remedies) {
    return new Matches(RuleId.ENUM_GAP, at.concept())
        .onHop(at, at.from(), at.source(), message, remedies);
  }
}
