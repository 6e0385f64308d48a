package dev.shelftwin.runtime;

import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;

/** Converts between primitive optionals, fields that may be unset, and nullable values. */
public final class Optionals {

  private Optionals() {}

  /** Returns the value; null if there is none. */
  public static @Nullable Integer orNull(OptionalInt optional) {
    return optional.isPresent() ? optional.getAsInt() : null;
  }

  /** Returns the value; null if there is none. */
  public static @Nullable Long orNull(OptionalLong optional) {
    return optional.isPresent() ? optional.getAsLong() : null;
  }

  /** Returns the value; null if there is none. */
  public static @Nullable Double orNull(OptionalDouble optional) {
    return optional.isPresent() ? optional.getAsDouble() : null;
  }

  /** Returns an optional of the boxed value; null for null. */
  @SuppressWarnings("NullableOptional") // null and empty have different meanings in change requests
  public static @Nullable Optional<Integer> boxed(@Nullable OptionalInt optional) {
    return optional == null ? null : Optional.ofNullable(orNull(optional));
  }

  /** Returns an optional of the boxed value; null for null. */
  @SuppressWarnings("NullableOptional") // null and empty have different meanings in change requests
  public static @Nullable Optional<Long> boxed(@Nullable OptionalLong optional) {
    return optional == null ? null : Optional.ofNullable(orNull(optional));
  }

  /** Returns an optional of the boxed value; null for null. */
  @SuppressWarnings("NullableOptional") // null and empty have different meanings in change requests
  public static @Nullable Optional<Double> boxed(@Nullable OptionalDouble optional) {
    return optional == null ? null : Optional.ofNullable(orNull(optional));
  }

  /** Returns an optional of a value; empty for null. */
  public static OptionalInt ofInt(@Nullable Integer value) {
    return value == null ? OptionalInt.empty() : OptionalInt.of(value);
  }

  /** Returns an optional of a value; empty for null. */
  public static OptionalLong ofLong(@Nullable Long value) {
    return value == null ? OptionalLong.empty() : OptionalLong.of(value);
  }

  /** Returns an optional of a value; empty for null. */
  public static OptionalDouble ofDouble(@Nullable Double value) {
    return value == null ? OptionalDouble.empty() : OptionalDouble.of(value);
  }

  /**
   * Returns the value of a field; null if it was not set.
   *
   * @param isSet whether it was set
   * @param value what the field reads, a default if it was not set
   */
  public static <T> @Nullable T when(boolean isSet, T value) {
    return isSet ? value : null;
  }

  /**
   * Returns a constant; null for the constant that stands for no value.
   *
   * @param unset the constant that stands for no value
   */
  public static <E extends Enum<E>> @Nullable E unless(E constant, E unset) {
    return constant == unset ? null : constant;
  }
}
