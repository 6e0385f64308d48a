package dev.shelftwin.runtime;

import java.util.List;
import java.util.Objects;
import java.util.function.Function;
import java.util.function.Supplier;

/**
 * What a mapper made of a request: the object, or all faults of the request. For code that treats
 * the faults of requests as values instead of exceptions.
 *
 * @param <T> the type of the object
 */
public sealed interface Result<T> {

  /** The object that was made or updated; never null. */
  record Made<T>(T value) implements Result<T> {
    public Made {
      Objects.requireNonNull(value, "value");
    }
  }

  /** All faults of the request, in the order of the target's fields; never empty. */
  record Refused<T>(List<Fault> faults) implements Result<T> {
    public Refused {
      faults = List.copyOf(faults);
    }
  }

  /**
   * Calls a method that throws faults, and returns them instead. Other exceptions are thrown.
   *
   * @param mapping makes the object; never null
   */
  static <T> Result<T> of(Supplier<? extends T> mapping) {
    try {
      return new Made<>(mapping.get());
    } catch (FaultException refused) {
      return new Refused<>(refused.faults());
    } catch (RejectedValue refused) {
      return new Refused<>(Fault.from(refused, FieldPath.SELF));
    }
  }

  /** Returns what one of the two functions makes of the object or of the faults. */
  default <R> R fold(
      Function<? super T, ? extends R> made, Function<? super List<Fault>, ? extends R> refused) {
    return this instanceof Made<T> one
        ? made.apply(one.value())
        : refused.apply(((Refused<T>) this).faults());
  }

  /** Returns what a function makes of the object, or the same faults. */
  default <R> Result<R> map(Function<? super T, ? extends R> function) {
    return fold(value -> new Made<>(function.apply(value)), Refused::new);
  }
}
