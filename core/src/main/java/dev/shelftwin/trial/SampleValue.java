package dev.shelftwin.trial;

import java.util.List;
import java.util.Objects;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * A sample value and simpler values that can replace it. The simpler ones are created only when
 * they are asked for, which is only after a failure.
 *
 * @param value the value, or the {@link SampleRecipe} of an object, or a container of either; may
 *     be null
 * @param simpler creates the simpler values, the simplest first
 */
record SampleValue(@Nullable Object value, Supplier<List<SampleValue>> simpler) {

  SampleValue {
    Objects.requireNonNull(simpler, "simpler");
  }

  /** A value without simpler ones. */
  static SampleValue of(@Nullable Object value) {
    return new SampleValue(value, List::of);
  }
}
