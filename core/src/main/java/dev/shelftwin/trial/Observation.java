package dev.shelftwin.trial;

import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import java.util.List;
import java.util.Objects;

/**
 * An object at one stop of a route.
 *
 * @param fields what is read of it
 * @param object the object
 * @param values the values of its fields, in their order
 */
record Observation(ObservedFields fields, Object object, List<ObservedValue> values) {

  Observation {
    Objects.requireNonNull(fields, "fields");
    Objects.requireNonNull(object, "object");
    Objects.requireNonNull(values, "values");
  }

  ResolvedShape shape() {
    return fields.shape();
  }

  /** Whether its shape has subtypes, so that it is compared as a whole. */
  boolean isFamily() {
    return fields.isFamily();
  }

  boolean has(Field field) {
    return fields.index(field) >= 0;
  }

  ObservedValue of(Field field) {
    int index = fields.index(field);
    return index < 0 ? ObservedValue.Missing.MISSING : values.get(index);
  }
}
