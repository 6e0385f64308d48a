package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Makes the hits of one rule. */
final class Hits {

  private final RuleId rule;
  private final ConceptLedger ledger;

  Hits(RuleId rule, ConceptLedger ledger) {
    this.rule = rule;
    this.ledger = ledger;
  }

  /** All accounts of one concept, each with its hop; but of hops that nothing is known of. */
  static Stream<OnHop> entries(ConceptLedger ledger) {
    return ledger.hops().stream()
        .filter(hop -> hop.maker().filter(Callable::isNameless).isEmpty())
        .flatMap(hop -> hop.entries().stream().map(entry -> new OnHop(hop, entry)));
  }

  /** A fault of one field on one hop. */
  Hit onHop(OnHop at, Station station, Field field, String message, List<Remedy> remedies) {
    Place place = field.place();
    return hit(
        Optional.of(at.hop().hop().toString()),
        Optional.of(station.path(field)),
        message,
        remedies,
        place,
        at.entry().row().stream().toList());
  }

  /** A fault of a row's field on its way to the table. */
  Hit atTable(Station row, Field field, String message, List<Remedy> remedies) {
    return hit(
        Optional.of(row + "->" + row + "@table"),
        Optional.of(row.path(field)),
        message,
        remedies,
        field.place(),
        ledger.pairing().rowOf(field.name(), row).stream().toList());
  }

  /** A fault of a field wherever it goes. */
  Hit ofField(Station station, Field field, String message, List<Remedy> remedies) {
    return hit(
        Optional.empty(),
        Optional.of(station.path(field)),
        message,
        remedies,
        field.place(),
        ledger.pairing().rowOf(field.name(), station).stream().toList());
  }

  Hit hit(
      Optional<String> hop,
      Optional<String> field,
      String message,
      List<Remedy> remedies,
      Place at,
      List<Row> rows) {
    return new Hit(new Finding(rule, ledger.name(), hop, field, message, remedies, at), rows);
  }

  /** An account and the hop it is of. */
  record OnHop(HopLedger hop, Entry entry) {

    Station from() {
      return hop.hop().from();
    }

    Station to() {
      return hop.hop().to();
    }
  }
}
