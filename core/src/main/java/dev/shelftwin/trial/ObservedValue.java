package dev.shelftwin.trial;

import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** The value of a field at one stop of a route. */
sealed interface ObservedValue {

  /** Calls the method of {@code cases} for this kind of value. */
  <R> R fold(Cases<R> cases);

  /** The value; null if there is none. */
  default @Nullable Object value() {
    return null;
  }

  /**
   * The value of a field.
   *
   * @param read what its reader returned
   * @param isChange whether it is a field of a change request, where an empty optional clears a
   *     value
   */
  static ObservedValue of(@Nullable Object read, boolean isChange) {
    Object present = ValueFitting.unwrapped(read);
    if (present != null) {
      return new Present(present);
    }
    return isChange && read != null ? Cleared.CLEARED : Missing.MISSING;
  }

  /**
   * One method for each kind of value.
   *
   * @param <R> the result
   */
  interface Cases<R> {
    R missing();

    R cleared();

    R present(Object value);
  }

  /** No value; in a change request, a field that is not mentioned. */
  enum Missing implements ObservedValue {
    MISSING;

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.missing();
    }
  }

  /** A field of a change request that explicitly has no value. */
  enum Cleared implements ObservedValue {
    CLEARED;

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.cleared();
    }
  }

  /** A value. */
  record Present(Object value) implements ObservedValue {
    public Present {
      Objects.requireNonNull(value, "value");
    }

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.present(value);
    }
  }
}
