package dev.shelftwin.trial;

import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;

/**
 * An object at one stop of a route.
 *
 * @param shape its shape
 * @param object the object
 * @param isFamily whether its shape has subtypes, so that it is compared as a whole
 * @param values the values of its readable fields
 */
record Observation(
    ResolvedShape shape, Object object, boolean isFamily, Map<String, ObservedValue> values) {

  Observation {
    Objects.requireNonNull(shape, "shape");
    Objects.requireNonNull(object, "object");
    values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
  }

  boolean has(Field field) {
    return values.containsKey(field.name());
  }

  ObservedValue of(Field field) {
    return values.getOrDefault(field.name(), ObservedValue.Missing.MISSING);
  }
}
