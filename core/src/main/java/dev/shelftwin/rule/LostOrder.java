package dev.shelftwin.rule;

import dev.shelftwin.convert.Loss;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ColumnLosses;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A list whose order its table does not store. */
final class LostOrder implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    boolean toColumn = at.to().role() == Role.PERSISTENCE && isList(at.mapping());
    return toColumn
            && ColumnLosses.of(at.target()).contains(Loss.ORDER)
            && !isSortedForReaders(at)
            && at.isFirstOf(LostOrder::isList)
        ? Stream.of(match(at))
        : Stream.empty();
  }

  private static boolean isList(FieldMapping mapping) {
    return mapping.isCarried() && mapping.source().filter(LostOrder::isList).isPresent();
  }

  /** Without a domain, the order in which rows are read is the order that there is. */
  private static boolean isSortedForReaders(MappingOnHop at) {
    return at.target().has(FieldTrait.SORTED_WHEN_READ) && at.to().equals(at.concept().hub());
  }

  private static boolean isList(Field field) {
    return Container.of(field.type().present()).equals(Optional.of(Container.LIST));
  }

  private static RuleMatch match(MappingOnHop at) {
    boolean sorted = at.target().has(FieldTrait.SORTED_WHEN_READ);
    String problem =
        sorted
            ? " is sorted when it is read: the order of " + at.sourcePath() + " is lost."
            : " has no order column: the order of " + at.sourcePath() + " is lost.";
    String advice =
        sorted
            ? "sort the list in the domain in the same way"
            : "store the order in a column, or use a set if the order has no meaning";
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.LOSSY_CONVERSION, at.to(), at.target(), "why the order does not matter");
    return new Matches(RuleId.LOSSY_CONVERSION, at.concept())
        .atTable(
            at.to(),
            at.target(),
            at.targetPath() + problem,
            List.of(Remedy.advice(advice), accept));
  }
}
