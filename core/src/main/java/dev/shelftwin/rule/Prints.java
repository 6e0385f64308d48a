package dev.shelftwin.rule;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.util.stream.Stream;

/** What the text of an object shows, as logs do. */
final class Prints {

  private Prints() {}

  /** The fields whose values a record's own text shows, but for those that go out anyway. */
  static Stream<Field> fields(ConceptLedger ledger, Station station, Shapes shapes) {
    return station.shape().printed()
        ? station
            .shape()
            .storedFields()
            .filter(field -> isPlain(field, shapes))
            .filter(field -> !goesOut(ledger, station, field))
        : Stream.empty();
  }

  private static boolean goesOut(ConceptLedger ledger, Station station, Field field) {
    return station.role() == Role.TRANSFER
        && ledger.hops().stream()
            .filter(hop -> hop.hop().to().equals(station))
            .anyMatch(hop -> hop.into(field.name()).filter(Entry::isCarried).isPresent());
  }

  /** A type of the users' that is no such record says for itself what its text shows. */
  private static boolean isPlain(Field field, Shapes shapes) {
    return field.type().isArray()
        || field.type().packageName().isEmpty()
        || field.type().packageName().startsWith("java.")
        || shapes.find(field.type()).filter(Shape::printed).isPresent();
  }
}
