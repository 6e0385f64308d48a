package dev.shelftwin.trial;

import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.Field;
import java.util.List;
import java.util.Objects;
import java.util.function.Supplier;

/**
 * An object that a mapper must create, known by its fields.
 *
 * @param hop leads to it
 * @param type the class that it must have
 * @param source the object that it is mapped from
 * @param fields computes the expected values of its fields
 */
record ExpectedObject(HopLedger hop, Class<?> type, Object source, Supplier<List<OfField>> fields)
    implements ExpectedValue {

  /** What must arrive in one field. */
  record OfField(Field field, ExpectedValue value) {}

  ExpectedObject {
    Objects.requireNonNull(hop, "hop");
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(source, "source");
    Objects.requireNonNull(fields, "fields");
  }
}
