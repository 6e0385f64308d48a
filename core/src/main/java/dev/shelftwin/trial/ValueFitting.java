package dev.shelftwin.trial;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.Array;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/** Puts values into optionals and containers. */
final class ValueFitting {

  private final UserClasses classes;

  ValueFitting(UserClasses classes) {
    this.classes = classes;
  }

  /** The value of an optional; null if it is empty. Other values are returned as they are. */
  static @Nullable Object unwrapped(@Nullable Object value) {
    if (value instanceof OptionalInt optional) {
      return optional.isPresent() ? optional.getAsInt() : null;
    }
    if (value instanceof OptionalLong optional) {
      return optional.isPresent() ? optional.getAsLong() : null;
    }
    if (value instanceof OptionalDouble optional) {
      return optional.isPresent() ? optional.getAsDouble() : null;
    }
    return value instanceof Optional<?> optional ? optional.orElse(null) : value;
  }

  /** Whether a value has no type of the users, such as a list that they extended. */
  static boolean isOfJdk(Object value) {
    return value.getClass().getName().startsWith("java.");
  }

  /** An empty map for a type of maps, an empty set for a type of sets, otherwise an empty list. */
  static Object noElements(Class<?> type) {
    return Map.class.isAssignableFrom(type)
        ? new LinkedHashMap<>()
        : Set.class.isAssignableFrom(type) ? new LinkedHashSet<>() : new ArrayList<>();
  }

  /** Whether a value is a collection or an array. */
  static boolean hasElements(Object value) {
    return value instanceof Collection || value.getClass().isArray();
  }

  /** The elements of a collection or an array. */
  static Collection<? extends @Nullable Object> elements(Object container) {
    if (container instanceof Collection<?> all) {
      return all;
    }
    List<@Nullable Object> elements = new ArrayList<>();
    for (int index = 0; index < Array.getLength(container); index++) {
      elements.add(Array.get(container, index));
    }
    return elements;
  }

  /** Puts values of any kind where a certain type is expected. */
  @FunctionalInterface
  interface Fitter {
    @Nullable Object fit(@Nullable Object value);
  }

  /** Prepares objects of a type: in an optional, an array or a container of its kind. */
  Fitter fitter(TypeRef type) {
    if (type.isPrimitiveOptional()) {
      return value -> primitiveOptional(value, type.simpleName());
    }
    if (type.isOptional()) {
      Fitter present = fitter(type.present());
      return value ->
          value instanceof Optional<?> ? value : Optional.ofNullable(present.fit(value));
    }
    Container kind = Container.of(type).orElse(Container.COLLECTION);
    return value ->
        value instanceof Collection<?> all && isOfJdk(all) ? container(all, kind, type) : value;
  }

  /** A value as an object of a type. */
  @Nullable Object fitted(@Nullable Object value, TypeRef type) {
    return fitter(type).fit(value);
  }

  private Object container(Collection<?> all, Container kind, TypeRef type) {
    return switch (kind) {
      case LIST, COLLECTION, MAP -> new ArrayList<>(all);
      case SET -> new LinkedHashSet<>(all);
      case SORTED_SET -> new TreeSet<>(all);
      case ARRAY -> array(all, Container.element(type));
    };
  }

  private static Object primitiveOptional(@Nullable Object value, String name) {
    return switch (name) {
      case "OptionalInt" ->
          value instanceof Integer number
              ? OptionalInt.of(number)
              : orElse(value, OptionalInt.empty());
      case "OptionalLong" ->
          value instanceof Long number
              ? OptionalLong.of(number)
              : orElse(value, OptionalLong.empty());
      default ->
          value instanceof Double number
              ? OptionalDouble.of(number)
              : orElse(value, OptionalDouble.empty());
    };
  }

  private static Object orElse(@Nullable Object value, Object empty) {
    return value == null ? empty : value;
  }

  private Object array(Collection<?> all, TypeRef element) {
    Object array = Array.newInstance(classes.load(element), all.size());
    int index = 0;
    for (Object value : all) {
      Array.set(array, index++, value);
    }
    return array;
  }
}
