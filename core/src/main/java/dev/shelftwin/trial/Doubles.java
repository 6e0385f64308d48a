package dev.shelftwin.trial;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;

/**
 * Test doubles of the users for what mappers take from elsewhere: collaborators of existing
 * mappers, functions that find rows, and suppliers of values. Immutable.
 */
public final class Doubles {

  private static final Doubles NONE = new Doubles(Map.of(), Map.of(), Map.of());

  private final Map<Class<?>, Object> objects;
  private final Map<Class<?>, Function<Object, ?>> finders;
  private final Map<Class<?>, Supplier<?>> suppliers;

  private Doubles(
      Map<Class<?>, Object> objects,
      Map<Class<?>, Function<Object, ?>> finders,
      Map<Class<?>, Supplier<?>> suppliers) {
    this.objects = objects;
    this.finders = finders;
    this.suppliers = suppliers;
  }

  /** No doubles. */
  public static Doubles none() {
    return NONE;
  }

  /**
   * These doubles and an object that an existing mapper needs, in its constructor or a field.
   *
   * @param type the type of the parameter or field
   */
  public <T> Doubles with(Class<T> type, T object) {
    return new Doubles(added(objects, type, object), finders, suppliers);
  }

  /**
   * These doubles and a function that finds rows.
   *
   * @param finder takes what the domain refers to the row by, and returns the row
   */
  public <R> Doubles finding(Class<R> row, Function<Object, R> finder) {
    return new Doubles(objects, added(finders, row, finder), suppliers);
  }

  /** These doubles and a supplier of values that no source has. */
  public <T> Doubles supplying(Class<T> type, Supplier<T> supplier) {
    return new Doubles(objects, finders, added(suppliers, type, supplier));
  }

  private static <V> Map<Class<?>, V> added(Map<Class<?>, V> map, Class<?> type, V value) {
    Map<Class<?>, V> all = new LinkedHashMap<>(map);
    all.put(Objects.requireNonNull(type, "type"), Objects.requireNonNull(value, "value"));
    return all;
  }

  /** The double for a parameter or field of a type; empty if the users gave none. */
  public Optional<Object> object(Class<?> type) {
    return Optional.ofNullable(objects.get(type));
  }

  /** The function that finds the rows of a type. */
  Optional<Function<Object, ?>> finder(Class<?> row) {
    return Optional.ofNullable(finders.get(row));
  }

  /** The supplier of values of a type. */
  Optional<Supplier<?>> supplier(Class<?> type) {
    return Optional.ofNullable(suppliers.get(type));
  }
}
