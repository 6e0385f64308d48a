package dev.shelftwin.runtime;

import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;

/** Optionals of primitive values, which know no null. */
public final class Maybe {

  private Maybe() {}

  /** The value; null where there is none. */
  public static @Nullable Integer orNull(OptionalInt optional) {
    return optional.isPresent() ? optional.getAsInt() : null;
  }

  /** The value; null where there is none. */
  public static @Nullable Long orNull(OptionalLong optional) {
    return optional.isPresent() ? optional.getAsLong() : null;
  }

  /** The value; null where there is none. */
  public static @Nullable Double orNull(OptionalDouble optional) {
    return optional.isPresent() ? optional.getAsDouble() : null;
  }

  /** The same as an optional of an object; null for null. */
  @SuppressWarnings("NullableOptional") // null and empty say different things here
  public static @Nullable Optional<Integer> boxed(@Nullable OptionalInt optional) {
    return optional == null ? null : Optional.ofNullable(orNull(optional));
  }

  /** The same as an optional of an object; null for null. */
  @SuppressWarnings("NullableOptional") // null and empty say different things here
  public static @Nullable Optional<Long> boxed(@Nullable OptionalLong optional) {
    return optional == null ? null : Optional.ofNullable(orNull(optional));
  }

  /** The same as an optional of an object; null for null. */
  @SuppressWarnings("NullableOptional") // null and empty say different things here
  public static @Nullable Optional<Double> boxed(@Nullable OptionalDouble optional) {
    return optional == null ? null : Optional.ofNullable(orNull(optional));
  }

  /** An optional of a value; empty for null. */
  public static OptionalInt ofInt(@Nullable Integer value) {
    return value == null ? OptionalInt.empty() : OptionalInt.of(value);
  }

  /** An optional of a value; empty for null. */
  public static OptionalLong ofLong(@Nullable Long value) {
    return value == null ? OptionalLong.empty() : OptionalLong.of(value);
  }

  /** An optional of a value; empty for null. */
  public static OptionalDouble ofDouble(@Nullable Double value) {
    return value == null ? OptionalDouble.empty() : OptionalDouble.of(value);
  }
}
