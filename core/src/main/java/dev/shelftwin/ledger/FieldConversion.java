package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.LimitedLosses;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConversionResolver.ConversionWords;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Finds the conversion of one source field to one target field. On a direct hop the value is
 * converted to the hub's type and from there to the target's, as it is on the way through the hub.
 */
final class FieldConversion {

  private final Pairing pairing;
  private final Hop hop;
  private final ConversionResolver conversions;
  private final HopDirectives directives;

  FieldConversion(
      Pairing pairing, Hop hop, ConversionResolver conversions, HopDirectives directives) {
    this.pairing = pairing;
    this.hop = hop;
    this.conversions = conversions;
    this.directives = directives;
  }

  Optional<Conversion> of(Field source, Field target, TypeRef slot, Optional<Row> row) {
    ConversionWords words = directives.conversionWords(row);
    Optional<Conversion> straight =
        conversions
            .between(source.type(), slot, words, hop.inward())
            .map(found -> LimitedLosses.of(source.limits(), found));
    if (!hop.isDirect()) {
      return straight;
    }
    Optional<Row> there = pairing.rowOf(source.name(), hop.from());
    Optional<Field> inHub =
        pairing.inward(target.name(), hop.to()).flatMap(name -> pairing.field(pairing.hub(), name));
    boolean sameType = source.type().present().boxed().equals(slot.present().boxed());
    return inHub.isEmpty() || (sameType && !saysConversion(row, there)) || callsMapper(straight)
        ? straight
        : throughHub(source, inHub.get(), slot, there, words);
  }

  private static boolean saysConversion(Optional<Row> row, Optional<Row> there) {
    return Stream.concat(row.stream(), there.stream())
        .anyMatch(one -> !one.by().isEmpty() || !one.codes().isEmpty());
  }

  private static boolean callsMapper(Optional<Conversion> conversion) {
    return conversion.stream()
        .anyMatch(one -> one.operations(Operation.CallMapper.class).findAny().isPresent());
  }

  private Optional<Conversion> throughHub(
      Field source, Field inHub, TypeRef slot, Optional<Row> there, ConversionWords words) {
    ConversionWords first =
        new ConversionWords(
            there.flatMap(row -> row.by().at(hop.from().use())),
            there.flatMap(row -> row.unit().at(hop.from().use())),
            there.flatMap(row -> row.format().at(hop.from().use())),
            there.flatMap(row -> row.codes().at(hop.from().use())));
    return conversions
        .between(source.type(), inHub.type(), first, true)
        .flatMap(
            in -> conversions.between(inHub.type(), slot, words, false).map(out -> in.then(out)));
  }
}
