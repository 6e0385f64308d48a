package dev.shelftwin.runtime;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * Converts the values of one source object and records a {@link Fault} for each value that is
 * missing or rejected. Not thread-safe: a mapper creates one collector for each object.
 *
 * <p>A mapper of requests uses {@link #collecting}: all faults are recorded, and {@link
 * #throwIfAny} throws them in one exception. A mapper of rows uses {@link #failFast}: the first
 * fault is thrown at once and names the row's key.
 */
public final class FaultCollector {

  private final String layer;
  private final String shape;
  private final @Nullable Object key;
  private final boolean failsFast;
  private @Nullable Recorded recorded;

  private FaultCollector(String layer, String shape, @Nullable Object key, boolean failsFast) {
    this.layer = Objects.requireNonNull(layer, "layer");
    this.shape = Objects.requireNonNull(shape, "shape");
    this.key = key;
    this.failsFast = failsFast;
  }

  /**
   * Returns a collector that records every fault of one object.
   *
   * @param layer the name of the source's layer
   * @param shape the simple name of the source's type
   */
  public static FaultCollector collecting(String layer, String shape) {
    return new FaultCollector(layer, shape, null, false);
  }

  /**
   * Returns a collector that throws at the first fault.
   *
   * @param layer the name of the source's layer
   * @param shape the simple name of the source's type
   * @param key the row's key, named in the fault; null if the row has none yet
   */
  public static FaultCollector failFast(String layer, String shape, @Nullable Object key) {
    return new FaultCollector(layer, shape, key, true);
  }

  /** Returns the value. Records a fault and returns null if it is null. */
  @SuppressWarnings("NullAway") // null is returned only after a fault, and then nothing is created
  public <T> T required(String field, @Nullable T value) {
    if (value == null) {
      missing(field);
    }
    return value;
  }

  /** Returns the converted value. Records a fault and returns null if it is null or rejected. */
  @SuppressWarnings("NullAway") // null is returned only after a fault, and then nothing is created
  public <S, T> T required(
      String field, @Nullable S value, Function<? super S, ? extends @Nullable T> converter) {
    if (value == null) {
      missing(field);
      return null;
    }
    int before = count();
    T result = converted(field, value, converter);
    if (result == null && count() == before) {
      missing(field);
    }
    return result;
  }

  /** Returns the converted value; null if the value is null. A rejected value is a fault. */
  public <S, T> @Nullable T optional(
      String field, @Nullable S value, Function<? super S, ? extends @Nullable T> converter) {
    return value == null ? null : converted(field, value, converter);
  }

  /** Returns the converted value, or the substitute if the value is null. */
  @SuppressWarnings("NullAway") // null is returned only after a fault, and then nothing is created
  public <S, T> T orElse(
      String field,
      @Nullable S value,
      Function<? super S, ? extends @Nullable T> converter,
      T substitute) {
    return value == null ? substitute : converted(field, value, converter);
  }

  /**
   * Returns the value of a change request; the previous value if the request leaves it out (null).
   */
  public <T> T changed(String field, T before, @Nullable T value) {
    return value == null ? before : value;
  }

  /**
   * Returns the converted value of a change request; the previous value if the request leaves it
   * out (null).
   */
  @SuppressWarnings("NullAway") // null is returned only after a fault, and then nothing is created
  public <S, T> T changed(
      String field,
      T before,
      @Nullable S value,
      Function<? super S, ? extends @Nullable T> converter) {
    return value == null ? before : converted(field, value, converter);
  }

  /**
   * Returns the value of a change request for a required field: null leaves the previous value, an
   * empty optional is a fault.
   */
  @SuppressWarnings("NullableOptional") // null and empty have different meanings in change requests
  public <T> T replaced(String field, T before, @Nullable Optional<? extends T> value) {
    return replaced(field, before, value, Function.identity());
  }

  /**
   * Returns the converted value of a change request for a required field: null leaves the previous
   * value, an empty optional is a fault.
   */
  @SuppressWarnings("NullableOptional") // null and empty have different meanings in change requests
  public <S, T> T replaced(
      String field,
      T before,
      @Nullable Optional<? extends S> value,
      Function<? super S, ? extends @Nullable T> converter) {
    return value == null ? before : required(field, value.orElse(null), converter);
  }

  /**
   * Returns the value of a change request for an optional field: null leaves the previous value, an
   * empty optional clears it.
   */
  @SuppressWarnings("NullableOptional") // null and empty have different meanings in change requests
  public <T> @Nullable T replacedOrCleared(
      String field, @Nullable T before, @Nullable Optional<? extends T> value) {
    return replacedOrCleared(field, before, value, Function.identity());
  }

  /**
   * Returns the converted value of a change request for an optional field: null leaves the previous
   * value, an empty optional clears it.
   */
  @SuppressWarnings("NullableOptional") // null and empty have different meanings in change requests
  public <S, T> @Nullable T replacedOrCleared(
      String field,
      @Nullable T before,
      @Nullable Optional<? extends S> value,
      Function<? super S, ? extends @Nullable T> converter) {
    return value == null ? before : optional(field, value.orElse(null), converter);
  }

  /**
   * Records a fault if a row was changed since the source was read.
   *
   * @param stored the version of the row
   * @param seen the version that the source has; null if it has none
   */
  public void unchanged(String field, @Nullable Object stored, @Nullable Object seen) {
    if (seen != null && !seen.equals(stored)) {
      record(List.of(Fault.changed(FieldPath.SELF.field(field))), null);
    }
  }

  /**
   * Creates a part of the object from several values. Returns null if any fault was recorded.
   *
   * @param field the source field that a rejection is reported for
   */
  @SuppressWarnings("NullAway") // null is returned only after a fault, and then nothing is created
  public <T> T join(String field, Supplier<T> creator) {
    if (recorded != null) {
      return null;
    }
    try {
      return creator.get();
    } catch (RuntimeException refusal) {
      record(field, refusal);
      return null;
    }
  }

  /**
   * Throws if any fault was recorded.
   *
   * @throws FaultException with all faults
   */
  public void throwIfAny() {
    if (recorded != null) {
      throw recorded.exception();
    }
  }

  /**
   * Returns the exception to throw when the creator of the object throws one.
   *
   * @param rejection what the creator threw; a {@link FaultException} is returned as it is
   */
  public FaultException rejected(RuntimeException rejection) {
    return rejected(
        rejection, layer, shape, key); // static: a collector without faults needs no memory
  }

  private static FaultException rejected(
      RuntimeException rejection, String layer, String shape, @Nullable Object key) {
    return rejection instanceof FaultException faults
        ? faults
        : new FaultException(
            own(Fault.from(rejection, FieldPath.SELF), layer, shape, key), rejection);
  }

  /**
   * Passes each element to an adder. Each rejected element is a fault.
   *
   * @param elements null for none
   */
  public <T> void add(
      String field, @Nullable Iterable<? extends T> elements, Consumer<? super T> adder) {
    if (elements == null) {
      return;
    }
    int index = 0;
    for (T element : elements) {
      try {
        adder.accept(element);
      } catch (RuntimeException refusal) {
        record(Fault.from(refusal, FieldPath.SELF.field(field).element(index)), refusal);
      }
      index++;
    }
  }

  private <S, T> @Nullable T converted(
      String field, S value, Function<? super S, ? extends @Nullable T> converter) {
    try {
      return converter.apply(value);
    } catch (RuntimeException refusal) {
      record(field, refusal);
      return null;
    }
  }

  private void missing(String field) {
    record(List.of(Fault.missing(FieldPath.SELF.field(field))), null);
  }

  private void record(String field, RuntimeException refusal) {
    if (recorded != null && failsFast) {
      throw refusal; // a nested value was reported already
    }
    record(Fault.from(refusal, FieldPath.SELF.field(field)), refusal);
  }

  private void record(List<Fault> found, @Nullable RuntimeException refusal) {
    if (recorded == null) {
      recorded = new Recorded(refusal);
    }
    recorded.faults.addAll(own(found, layer, shape, key));
    if (failsFast) {
      throw recorded.exception();
    }
  }

  private int count() {
    return recorded == null ? 0 : recorded.faults.size();
  }

  /** Attributes the faults of a value to the object that holds it. */
  private static List<Fault> own(
      List<Fault> found, String layer, String shape, @Nullable Object key) {
    String holder = key == null ? shape : shape + " " + key;
    return found.stream().map(fault -> fault.of(layer, holder)).toList();
  }

  /** The faults so far; one object, so that a collector without faults is small. */
  private static final class Recorded {

    private final List<Fault> faults = new ArrayList<>();
    private final @Nullable RuntimeException cause;

    Recorded(@Nullable RuntimeException cause) {
      this.cause = cause;
    }

    FaultException exception() {
      return new FaultException(faults, cause);
    }
  }
}
