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
 * Takes the values of one object in and turns what is missing or refused into faults.
 *
 * <p>What comes from a caller is taken with {@link #collecting}: every fault is noted, and {@link
 * #make} throws them together. What comes from a store is taken with {@link #stopping}: the first
 * fault is thrown at once and names the row's key.
 *
 * <p>Not safe for use by several threads; a mapper makes one for each object.
 */
public final class Intake {

  private final String layer;
  private final String shape;
  private final @Nullable Object key;
  private final boolean stops;
  private @Nullable List<Fault> faults;
  private @Nullable RuntimeException cause;

  private Intake(String layer, String shape, @Nullable Object key, boolean stops) {
    this.layer = Objects.requireNonNull(layer, "layer");
    this.shape = Objects.requireNonNull(shape, "shape");
    this.key = key;
    this.stops = stops;
  }

  /** Notes every fault of an object of that shape until it is made. */
  public static Intake collecting(String layer, String shape) {
    return new Intake(layer, shape, null, false);
  }

  /** Stops at the first fault of the row with that key; the key is null where there is none yet. */
  public static Intake stopping(String layer, String shape, @Nullable Object key) {
    return new Intake(layer, shape, key, true);
  }

  /** The value, which must not be missing; null only after a fault was noted. */
  public <T> T required(String field, @Nullable T value) {
    return required(field, value, Function.identity());
  }

  /** What the value becomes, which must not be missing; null only after a fault was noted. */
  @SuppressWarnings("NullAway") // the null that follows a noted fault never reaches the object
  public <S, T> T required(
      String field, @Nullable S value, Function<? super S, ? extends @Nullable T> becomes) {
    if (value == null) {
      missing(field);
      return null;
    }
    int before = noted();
    T result = converted(field, value, becomes);
    if (result == null && noted() == before) {
      missing(field);
    }
    return result;
  }

  /** What the value becomes; null where it is missing, or after a fault was noted. */
  public <S, T> @Nullable T optional(
      String field, @Nullable S value, Function<? super S, ? extends @Nullable T> becomes) {
    return value == null ? null : converted(field, value, becomes);
  }

  /** What the value becomes, or the substitute where it is missing; null after a fault. */
  @SuppressWarnings("NullAway") // the null that follows a noted fault never reaches the object
  public <S, T> T orElse(
      String field,
      @Nullable S value,
      Function<? super S, ? extends @Nullable T> becomes,
      T substitute) {
    return value == null ? substitute : converted(field, value, becomes);
  }

  /** The value that a change request mentions, or what was there before. */
  public <T> T changed(String field, T before, @Nullable T value) {
    return value == null ? before : value;
  }

  /** What the value that a change request mentions becomes, or what was there before. */
  @SuppressWarnings("NullAway") // the null that follows a noted fault never reaches the object
  public <S, T> T changed(
      String field,
      T before,
      @Nullable S value,
      Function<? super S, ? extends @Nullable T> becomes) {
    return value == null ? before : converted(field, value, becomes);
  }

  /** The same of a request that can also clear the field, which is a fault here. */
  @SuppressWarnings("NullableOptional") // null and empty say different things here
  public <T> T replaced(String field, T before, @Nullable Optional<? extends T> value) {
    return replaced(field, before, value, Function.identity());
  }

  /** The same of a request that can also clear the field, which is a fault here. */
  @SuppressWarnings("NullableOptional") // null and empty say different things here
  public <S, T> T replaced(
      String field,
      T before,
      @Nullable Optional<? extends S> value,
      Function<? super S, ? extends @Nullable T> becomes) {
    return value == null ? before : required(field, value.orElse(null), becomes);
  }

  /** The same of a request that can also clear the field; null where it does. */
  @SuppressWarnings("NullableOptional") // null and empty say different things here
  public <T> @Nullable T replacedOrCleared(
      String field, @Nullable T before, @Nullable Optional<? extends T> value) {
    return replacedOrCleared(field, before, value, Function.identity());
  }

  /** The same of a request that can also clear the field; null where it does. */
  @SuppressWarnings("NullableOptional") // null and empty say different things here
  public <S, T> @Nullable T replacedOrCleared(
      String field,
      @Nullable T before,
      @Nullable Optional<? extends S> value,
      Function<? super S, ? extends @Nullable T> becomes) {
    return value == null ? before : optional(field, value.orElse(null), becomes);
  }

  /**
   * What several values taken in make together; null where a fault was noted, before or now.
   *
   * @param field where the first of them came from
   */
  @SuppressWarnings("NullAway") // the null that follows a noted fault never reaches the object
  public <T> T join(String field, Supplier<T> maker) {
    if (faults != null) {
      return null;
    }
    try {
      return maker.get();
    } catch (RuntimeException refusal) {
      note(field, refusal);
      return null;
    }
  }

  /**
   * Ends the taking in of values that are written over an object.
   *
   * @throws FaultException with all faults noted
   */
  public void settle() {
    if (faults != null) {
      throw new FaultException(faults, cause);
    }
  }

  /**
   * The object, made from the values taken in.
   *
   * @throws FaultException with all faults noted, or with what the maker itself refused
   */
  public <T> T make(Supplier<T> maker) {
    if (faults != null) {
      throw new FaultException(faults, cause);
    }
    try {
      return maker.get();
    } catch (FaultException fault) {
      throw fault;
    } catch (RuntimeException refusal) {
      throw new FaultException(own(Fault.from(refusal, FieldPath.SELF)), refusal);
    }
  }

  /**
   * Hands elements over one by one to an object that was made; each that it refuses is a fault.
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
        note(Fault.from(refusal, FieldPath.SELF.field(field).element(index)), refusal);
      }
      index++;
    }
  }

  private <S, T> @Nullable T converted(
      String field, S value, Function<? super S, ? extends @Nullable T> becomes) {
    try {
      return becomes.apply(value);
    } catch (RuntimeException refusal) {
      note(field, refusal);
      return null;
    }
  }

  private void missing(String field) {
    note(List.of(Fault.missing(FieldPath.SELF.field(field))), null);
  }

  private void note(String field, RuntimeException refusal) {
    if (faults != null && stops) {
      throw refusal; // a value taken in within another was told already
    }
    note(Fault.from(refusal, FieldPath.SELF.field(field)), refusal);
  }

  private void note(List<Fault> noted, @Nullable RuntimeException refusal) {
    if (faults == null) {
      faults = new ArrayList<>();
      cause = refusal;
    }
    faults.addAll(own(noted));
    if (stops) {
      throw new FaultException(faults, cause);
    }
  }

  private int noted() {
    return faults == null ? 0 : faults.size();
  }

  /** Faults of a value are faults of the object that holds it. */
  private List<Fault> own(List<Fault> noted) {
    String holder = key == null ? shape : shape + " " + key;
    return noted.stream().map(fault -> fault.of(layer, holder)).toList();
  }
}
