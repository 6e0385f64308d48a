package dev.shelftwin.trial;

import dev.shelftwin.shape.Field;
import java.util.Map;
import java.util.Objects;
import java.util.function.Supplier;

/**
 * An object that a mapper must create, known by its fields.
 *
 * @param type the class that it must have
 * @param source the object that it is mapped from
 * @param fields computes the expected values of its fields
 */
record ExpectedObject(Class<?> type, Object source, Supplier<Map<Field, ExpectedValue>> fields)
    implements ExpectedValue {

  ExpectedObject {
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(source, "source");
    Objects.requireNonNull(fields, "fields");
  }
}
