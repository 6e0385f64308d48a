package dev.shelftwin.runtime;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;

/**
 * Which columns the values of a request become, so that an error of the database can be told to the
 * caller at the value that causes it. Immutable.
 *
 * <p>Names of tables and columns are compared without case and underscores, since providers and
 * databases change both.
 *
 * @param <T> the type of the request
 */
public final class StoredValues<T> {

  private final Class<T> request;
  private final String layer;
  private final List<Value<T>> values;
  private final List<Part<T>> parts;
  private final List<Key> keys;

  private StoredValues(Builder<T> builder) {
    this.request = builder.request;
    this.layer = builder.layer;
    this.values = List.copyOf(builder.values);
    this.parts = List.copyOf(builder.parts);
    this.keys = List.copyOf(builder.keys);
  }

  /**
   * Starts the description of a request.
   *
   * @param request its type
   * @param layer the name of its layer
   */
  public static <T> Builder<T> of(Class<T> request, String layer) {
    return new Builder<>(request, layer);
  }

  /**
   * Turns an exception of a persistence provider, of JDBC or of validation into faults of the
   * request.
   *
   * @param values the request that was stored, or was to be stored
   * @param failure what was thrown; its causes are searched
   * @return the faults, each at the value that causes it, or without a path if that cannot be told
   *     for certain; empty if the values are not the cause, as in a lost connection
   */
  public Optional<FaultException> faults(T values, Throwable failure) {
    return new StoreFaults<>(this, values, Optional.empty()).of(failure);
  }

  /**
   * Does the same and asks the database for the columns of a constraint that the exception only
   * names, through a connection of its own.
   */
  public Optional<FaultException> faults(T values, Throwable failure, DataSource database) {
    return new StoreFaults<>(this, values, Optional.of(database)).of(failure);
  }

  /** A value that becomes a column. */
  record Value<T>(
      String name,
      Function<? super T, ? extends @Nullable Object> read,
      String row,
      String field,
      String table,
      String column,
      int length,
      boolean isVersion) {

    boolean isIn(StoreRefusal refusal) {
      return refusal.table().isEmpty()
          || StoreRefusal.plain(refusal.table()).equals(StoreRefusal.plain(table));
    }
  }

  /** An object, or a container of objects, whose values become columns. */
  private record Part<T>(
      String name,
      Function<? super T, ? extends @Nullable Object> read,
      Supplier<StoredValues<?>> of) {}

  /** Columns that are unique together. */
  record Key(String table, String name, List<String> columns) {

    /** Whether a server means this key: by its name, or by the first column of a nameless one. */
    boolean isCalled(String constraint) {
      String called = StoreRefusal.plain(constraint);
      return called.equals(StoreRefusal.plain(name))
          || (columns.size() == 1 && called.equals(StoreRefusal.plain(columns.get(0))));
    }
  }

  /**
   * A value of one request that becomes a column.
   *
   * @param list the path of the outermost list or map that the value is in; of the value itself if
   *     there is none
   * @param value null if it is missing
   */
  record Spot(Value<?> of, FieldPath path, FieldPath list, @Nullable Object value) {}

  /** All values of a request that become columns, also those of its parts. */
  List<Spot> spots(T object) {
    List<Spot> spots = new ArrayList<>();
    addSpots(object, FieldPath.SELF, Optional.empty(), spots);
    return spots;
  }

  private void addSpots(
      @Nullable T object, FieldPath at, Optional<FieldPath> list, List<Spot> spots) {
    for (Value<T> value : values) {
      // The values of a missing part are missing where the part is.
      FieldPath path = object == null ? at : at.field(value.name());
      spots.add(
          new Spot(
              value, path, list.orElse(path), object == null ? null : read(value.read(), object)));
    }
    if (object != null) { // a missing part has no parts; its type may hold objects of its own type
      for (Part<T> part : parts) {
        addPart(part.of().get(), read(part.read(), object), at.field(part.name()), list, spots);
      }
    }
  }

  private static <T> @Nullable Object read(
      Function<? super T, ? extends @Nullable Object> read, T object) {
    @Nullable Object value = read.apply(object);
    return value instanceof Optional<?> optional ? optional.orElse(null) : value;
  }

  private static <P> void addPart(
      StoredValues<P> part,
      @Nullable Object value,
      FieldPath at,
      Optional<FieldPath> list,
      List<Spot> spots) {
    Optional<FieldPath> outermost = list.or(() -> Optional.of(at));
    if (value instanceof Map<?, ?> map) {
      map.forEach(
          (key, one) ->
              part.addSpots(part.cast(one), at.key(String.valueOf(key)), outermost, spots));
    } else if (value instanceof Collection<?> || value instanceof Object[]) {
      Collection<?> all =
          value instanceof Object[] array ? Arrays.asList(array) : (Collection<?>) value;
      int index = 0;
      for (Object one : all) {
        part.addSpots(part.cast(one), at.element(index++), outermost, spots);
      }
    } else {
      part.addSpots(part.cast(value), at, list, spots);
    }
  }

  private @Nullable T cast(@Nullable Object object) {
    return request.cast(object);
  }

  /** All keys, also those of the parts. */
  Stream<Key> keys() {
    return Stream.concat(
        keys.stream(), parts.stream().flatMap(part -> part.of().get().keys.stream()));
  }

  Class<T> request() {
    return request;
  }

  String layer() {
    return layer;
  }

  /** Describes a request. */
  public static final class Builder<T> {

    private final Class<T> request;
    private final String layer;
    private final List<Value<T>> values = new ArrayList<>();
    private final List<Part<T>> parts = new ArrayList<>();
    private final List<Key> keys = new ArrayList<>();
    private String row = "";
    private String table = "";

    private Builder(Class<T> request, String layer) {
      this.request = Objects.requireNonNull(request, "request");
      this.layer = Objects.requireNonNull(layer, "layer");
    }

    /**
     * The row that the following values become.
     *
     * @param type the qualified name of the row's type
     * @param name of its table
     */
    public Builder<T> row(String type, String name) {
      this.row = Objects.requireNonNull(type, "type");
      this.table = Objects.requireNonNull(name, "name");
      return this;
    }

    /**
     * A value that becomes a column.
     *
     * @param name of the value in the request
     * @param read returns the value; null if it is missing
     * @param field the row's field
     * @param column the name of the column
     */
    public Builder<T> value(
        String name,
        Function<? super T, ? extends @Nullable Object> read,
        String field,
        String column) {
      return value(name, read, field, column, 0);
    }

    /**
     * A text that becomes a column without a change of its length.
     *
     * @param length the maximum number of characters of the column
     */
    public Builder<T> value(
        String name,
        Function<? super T, ? extends @Nullable Object> read,
        String field,
        String column,
        int length) {
      values.add(new Value<>(name, read, row, field, table, column, length, false));
      return this;
    }

    /** The version that the caller has seen of the object. */
    public Builder<T> version(
        String name,
        Function<? super T, ? extends @Nullable Object> read,
        String field,
        String column) {
      values.add(new Value<>(name, read, row, field, table, column, 0, true));
      return this;
    }

    /**
     * An object, or a collection or map of objects, whose values become columns.
     *
     * @param of returns the description of such an object
     */
    public Builder<T> part(
        String name,
        Function<? super T, ? extends @Nullable Object> read,
        Supplier<StoredValues<?>> of) {
      parts.add(new Part<>(name, read, of));
      return this;
    }

    /**
     * Columns of the row's table that are unique together.
     *
     * @param name of the constraint; empty if it is declared without one
     */
    public Builder<T> unique(String name, String... columns) {
      keys.add(new Key(table, name, List.of(columns)));
      return this;
    }

    /** Returns the description. */
    public StoredValues<T> build() {
      return new StoredValues<>(this);
    }
  }
}
