package dev.shelftwin.trial;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** A value that must arrive in a field. */
sealed interface ExpectedValue
    permits ExpectedValue.Missing,
        ExpectedValue.Cleared,
        ExpectedValue.NoElements,
        ExpectedValue.Plain,
        ExpectedValue.Elements,
        ExpectedValue.Entries,
        ExpectedObject {

  /** No value, or the given one, compared field by field. */
  static ExpectedValue of(@Nullable Object value) {
    Object present = ValueFitting.unwrapped(value);
    return present == null ? Missing.MISSING : new Plain(present);
  }

  /** What was observed before must be observed again. */
  static ExpectedValue of(ObservedValue observed) {
    return observed.fold(
        new ObservedValue.Cases<>() {
          @Override
          public ExpectedValue missing() {
            return Missing.MISSING;
          }

          @Override
          public ExpectedValue cleared() {
            return Cleared.CLEARED;
          }

          @Override
          public ExpectedValue present(Object value) {
            return new Plain(value);
          }
        });
  }

  /** The value that it was derived from, for messages; null if there is none. */
  @Nullable Object source();

  /** No value. */
  enum Missing implements ExpectedValue {
    MISSING;

    @Override
    public @Nullable Object source() {
      return null;
    }
  }

  /** A field of a change request that explicitly has no value. */
  enum Cleared implements ExpectedValue {
    CLEARED;

    @Override
    public @Nullable Object source() {
      return null;
    }
  }

  /** An empty container, or none. */
  enum NoElements implements ExpectedValue {
    NO_ELEMENTS;

    @Override
    public @Nullable Object source() {
      return null;
    }
  }

  /** A value that is compared field by field. */
  record Plain(Object source) implements ExpectedValue {
    public Plain {
      Objects.requireNonNull(source, "source");
    }
  }

  /** The elements of a collection or an array, in order. */
  record Elements(Object source, List<ExpectedValue> values) implements ExpectedValue {
    public Elements {
      Objects.requireNonNull(source, "source");
      values = List.copyOf(values);
    }
  }

  /** The values of a map by key. */
  record Entries(Object source, Map<Object, ExpectedValue> values) implements ExpectedValue {
    public Entries {
      Objects.requireNonNull(source, "source");
      values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
    }
  }
}
