package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.plan.Literal;
import dev.shelftwin.plan.PlanWord;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.Optional;
import java.util.stream.Stream;

/** The plan word {@code absent}: replaces a missing value if the target requires one. */
final class AbsentValue {

  private final Hop hop;
  private final HopDirectives directives;
  private final ConversionResolver conversions;

  AbsentValue(Hop hop, HopDirectives directives, ConversionResolver conversions) {
    this.hop = hop;
    this.directives = directives;
    this.conversions = conversions;
  }

  private Optional<Literal> literal(Field source, Field target, Optional<Row> row) {
    return row.flatMap(said -> directives.said(said.absent(), said))
        .filter(word -> hop.from().mayBeMissing(source) && !hop.to().mayBeMissing(target));
  }

  /** The conversion with the replacement; empty if the replacement does not fit the type. */
  Optional<Conversion> replaced(
      Conversion conversion, Field source, Field target, TypeRef slot, Optional<Row> row) {
    Optional<Literal> literal = literal(source, target, row);
    return literal.isEmpty()
        ? Optional.of(conversion)
        : conversions.orElse(conversion, literal.get(), slot);
  }

  Stream<PlanWord> words(Field source, Field target, Optional<Row> row) {
    Optional<Literal> literal = literal(source, target, row);
    return literal.isEmpty() ? Stream.empty() : Stream.concat(literal.stream(), row.stream());
  }
}
