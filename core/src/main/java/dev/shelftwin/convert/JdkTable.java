package dev.shelftwin.convert;

import dev.shelftwin.runtime.Numbers;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** The table of conversions between types of the JDK: one row for each pair of types. */
final class JdkTable {

  private final List<Row> rows = new ArrayList<>();
  private final Map<List<TypeRef>, Row> byTypes = new HashMap<>();

  /** The conversion between two types, boxed or not; empty if the table has none. */
  Optional<Row> find(TypeRef from, TypeRef to) {
    return Optional.ofNullable(byTypes.get(List.of(from.boxed(), to.boxed())));
  }

  /** All rows in the order in which they were added. */
  List<Row> rows() {
    return List.copyOf(rows);
  }

  /** Adds a narrowing conversion by a method of {@link Numbers}. */
  void narrowed(Class<?> from, Class<?> to, String method, Function<Long, Object> function) {
    add(
        from,
        to,
        "$2T." + method + "($1L)",
        Numbers.class,
        value -> function.apply(((Number) value).longValue()),
        true,
        Loss.RANGE);
  }

  /** Adds {@code toString()} and the static method that parses its result. */
  <T> void asText(Class<T> type, String method, Function<String, T> parse) {
    add(type, String.class, "$1L.toString()", null, Object::toString, false);
    parsed(type, method, parse);
  }

  /** Adds a static method of a type that parses a text. */
  <T> void parsed(Class<T> type, String method, Function<String, T> parse, Loss... losses) {
    add(
        String.class,
        type,
        "$2T." + method + "($1L)",
        type,
        value -> parse.apply((String) value),
        true,
        losses);
  }

  /** Adds a method of the value itself; a method called {@code …Exact} rejects some values. */
  <S, T> void own(
      Class<S> from, Class<T> to, String method, Function<S, T> function, Loss... losses) {
    add(
        from,
        to,
        "$1L." + method + "()",
        null,
        value -> function.apply(from.cast(value)),
        method.endsWith("Exact"),
        losses);
  }

  /**
   * Adds a conversion.
   *
   * @param code the expression, where {@code $1L} is the value and {@code $2T} the named type
   * @param named the type that the code names; null for none
   * @param function the same as a function
   * @param mayReject whether it throws for some values
   */
  void add(
      Class<?> from,
      Class<?> to,
      String code,
      @Nullable Class<?> named,
      Function<Object, Object> function,
      boolean mayReject,
      Loss... losses) {
    addNaming(
        from, to, code, named == null ? List.of() : List.of(named), function, mayReject, losses);
  }

  /** Adds a conversion whose code names several types: {@code $2T}, {@code $3T} and so on. */
  void addNaming(
      Class<?> from,
      Class<?> to,
      String code,
      List<Class<?>> named,
      Function<Object, Object> function,
      boolean mayReject,
      Loss... losses) {
    Row row =
        new Row(
            ref(from),
            ref(to),
            code,
            named.stream().map(JdkTable::ref).toList(),
            function,
            mayReject,
            Set.copyOf(Arrays.asList(losses)));
    rows.add(row);
    byTypes.putIfAbsent(List.of(row.from(), row.to()), row);
  }

  private static TypeRef ref(Class<?> type) {
    return type.isArray()
        ? new TypeRef("", type.getComponentType().getName(), List.of(), 1)
        : TypeRef.of(type.getPackageName(), type.getSimpleName());
  }

  /** One conversion. */
  record Row(
      TypeRef from,
      TypeRef to,
      String code,
      List<TypeRef> types,
      Function<Object, Object> function,
      boolean mayReject,
      Set<Loss> losses) {

    Step step() {
      Operation operation = new Operation.JdkExpression(code, types, function);
      return new Step("as " + unboxed(to), from, to, operation, losses, mayReject);
    }

    ConversionDescription description() {
      String shown = code.replace("$1L", "value");
      for (int index = 0; index < types.size(); index++) {
        shown = shown.replace("$" + (index + 2) + "T", types.get(index).name());
      }
      return new ConversionDescription(name(from), name(to), shown, losses, mayReject);
    }

    /** Some names of the older date types occur in two packages. */
    private static String name(TypeRef type) {
      return type.packageName().equals("java.sql") ? type.qualifiedName() : type.toString();
    }

    private static String unboxed(TypeRef type) {
      return switch (type.name()) {
        case "Integer" -> "int";
        case "Character" -> "char";
        case "Byte", "Short", "Long", "Float", "Double", "Boolean" ->
            type.name().toLowerCase(Locale.ROOT);
        default -> type.toString();
      };
    }
  }
}
