package dev.shelftwin.trial;

import dev.shelftwin.shape.Field;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The values of one target that stubs of an existing mapper's collaborators returned. The values of
 * the real collaborators are unknown, so these are not compared.
 */
final class StubAnswers {

  private final IdentityHashMap<Object, String> objects = new IdentityHashMap<>();
  private final Map<Object, String> numbers = new HashMap<>();
  private final Map<Field, String> fields = new HashMap<>();
  private @Nullable String met;
  private @Nullable String inWhole;

  /** Forgets the answers of the mapper before. */
  void begin() {
    objects.clear();
    numbers.clear();
    fields.clear();
    met = null;
    inWhole = null;
  }

  /**
   * Adds an answer.
   *
   * @param value ignored if it is a constant, which something else may have returned
   * @param method the method that returned it, as {@code Type.method}
   */
  void add(@Nullable Object value, String method) {
    @Nullable Object present = ValueFitting.unwrapped(value);
    if (present instanceof Number) {
      numbers.put(present, method);
    } else if (present != null && !(present instanceof Boolean || present instanceof Enum)) {
      objects.put(present, method);
      if (ValueFitting.hasElements(present)) {
        ValueFitting.elements(present).forEach(element -> add(element, method));
      }
    }
  }

  /** Whether a stub returned the value that is being compared. */
  boolean isAnswer(@Nullable Object value) {
    if (value == null || (objects.isEmpty() && numbers.isEmpty())) {
      return false;
    }
    @Nullable String method = value instanceof Number ? numbers.get(value) : objects.get(value);
    met = method == null ? met : method;
    return method != null;
  }

  /**
   * Notes that a value was compared: whether it, or a part of it, was an answer.
   *
   * @param field the field that has the value; empty for the whole target
   */
  void compared(Optional<Field> field) {
    if (met == null) {
      return;
    }
    if (field.isPresent()) {
      fields.put(field.get(), met);
    } else {
      inWhole = met;
    }
    met = null;
  }

  /** The method that returned the value of a compared field, or a part of it; else empty. */
  Optional<String> of(Field field) {
    return Optional.ofNullable(inWhole == null ? fields.get(field) : inWhole);
  }
}
