package dev.shelftwin.runtime;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;

/**
 * Converts the elements of lists, sets and maps. All faults of one container are reported in one
 * exception, each with the index or key of the element. Null elements are faults. The returned
 * containers are new and modifiable.
 */
public final class Elements {

  /** One function for all elements, so that a list without faults creates no object for each. */
  private static final IntFunction<FieldPath> POSITION = FieldPath.SELF::element;

  private Elements() {}

  /**
   * Passes each element to an adder.
   *
   * @param elements null for none
   */
  public static <T> void add(@Nullable Iterable<? extends T> elements, Consumer<? super T> adder) {
    if (elements != null) {
      elements.forEach(adder);
    }
  }

  /** Returns a function that copies the elements to a list. */
  public static <T> Function<Collection<? extends T>, List<T>> list() {
    return elements -> list(elements);
  }

  /** Copies the elements to a list. */
  public static <T> List<T> list(Collection<? extends T> elements) {
    return list(elements, element -> element);
  }

  /** Returns a function that converts each element into a list. */
  public static <S, T> Function<Collection<? extends S>, List<T>> list(
      Function<? super S, ? extends @Nullable T> converter) {
    return elements -> list(elements, converter);
  }

  /** Converts each element into a list. */
  public static <S, T> List<T> list(
      Collection<? extends S> elements, Function<? super S, ? extends @Nullable T> converter) {
    return convert(elements, converter, new ArrayList<>(elements.size()));
  }

  /** Returns a function that copies the elements to a set in iteration order. */
  public static <T> Function<Collection<? extends T>, Set<T>> set() {
    return elements -> set(elements);
  }

  /** Copies the elements to a set in iteration order. */
  public static <T> Set<T> set(Collection<? extends T> elements) {
    return set(elements, element -> element);
  }

  /** Returns a function that converts each element into a set in iteration order. */
  public static <S, T> Function<Collection<? extends S>, Set<T>> set(
      Function<? super S, ? extends @Nullable T> converter) {
    return elements -> set(elements, converter);
  }

  /** Converts each element into a set in iteration order. */
  public static <S, T> Set<T> set(
      Collection<? extends S> elements, Function<? super S, ? extends @Nullable T> converter) {
    return convert(elements, converter, new LinkedHashSet<>());
  }

  /** Returns a function that copies the elements to a set in their natural order. */
  public static <T> Function<Collection<? extends T>, SortedSet<T>> sortedSet() {
    return elements -> sortedSet(elements);
  }

  /** Copies the elements to a set in their natural order. */
  public static <T> SortedSet<T> sortedSet(Collection<? extends T> elements) {
    return sortedSet(elements, element -> element);
  }

  /** Returns a function that converts each element into a set in natural order. */
  public static <S, T> Function<Collection<? extends S>, SortedSet<T>> sortedSet(
      Function<? super S, ? extends @Nullable T> converter) {
    return elements -> sortedSet(elements, converter);
  }

  /** Converts each element into a set in natural order. */
  public static <S, T> SortedSet<T> sortedSet(
      Collection<? extends S> elements, Function<? super S, ? extends @Nullable T> converter) {
    return convert(elements, converter, new TreeSet<>());
  }

  /** Returns a function that copies the entries to a map in iteration order. */
  public static <K, V> Function<Map<? extends K, ? extends V>, Map<K, V>> map() {
    return map(key -> key, value -> value);
  }

  /** Copies the entries to a map in iteration order. */
  public static <K, V> Map<K, V> map(Map<? extends K, ? extends V> entries) {
    return map(entries, key -> key, value -> value);
  }

  /** Returns a function that converts each key and value into a map in iteration order. */
  public static <J, S, K, V> Function<Map<? extends J, ? extends S>, Map<K, V>> map(
      Function<? super J, ? extends @Nullable K> keyConverter,
      Function<? super S, ? extends @Nullable V> valueConverter) {
    return entries -> map(entries, keyConverter, valueConverter);
  }

  /** Converts each key and value into a map in iteration order. */
  public static <J, S, K, V> Map<K, V> map(
      Map<? extends J, ? extends S> entries,
      Function<? super J, ? extends @Nullable K> keyConverter,
      Function<? super S, ? extends @Nullable V> valueConverter) {
    Map<K, V> into = new LinkedHashMap<>();
    List<Fault> faults = new ArrayList<>();
    for (Map.Entry<? extends J, ? extends S> entry : entries.entrySet()) {
      FieldPath at = FieldPath.SELF.key(String.valueOf(entry.getKey()));
      @Nullable K key = convert(entry.getKey(), keyConverter, index -> at, 0, faults);
      @Nullable V value = convert(entry.getValue(), valueConverter, index -> at, 0, faults);
      if (key != null && value != null) {
        into.put(key, value);
      }
    }
    throwIfAny(faults);
    return into;
  }

  private static <S, T, C extends Collection<T>> C convert(
      Collection<? extends S> elements,
      Function<? super S, ? extends @Nullable T> converter,
      C into) {
    List<Fault> faults = new ArrayList<>();
    int index = 0;
    for (S element : elements) {
      @Nullable T converted = convert(element, converter, POSITION, index++, faults);
      if (converted != null) {
        into.add(converted);
      }
    }
    throwIfAny(faults);
    return into;
  }

  private static <S, T> @Nullable T convert(
      @Nullable S value,
      Function<? super S, ? extends @Nullable T> converter,
      IntFunction<FieldPath> at,
      int index,
      List<Fault> faults) {
    @Nullable T converted = null;
    try {
      converted = value == null ? null : converter.apply(value);
    } catch (RuntimeException rejection) {
      faults.addAll(Fault.from(rejection, at.apply(index)));
      return null;
    }
    if (converted == null) {
      faults.add(Fault.missing(at.apply(index)));
    }
    return converted;
  }

  private static void throwIfAny(List<Fault> faults) {
    if (!faults.isEmpty()) {
      throw new FaultException(faults, null);
    }
  }
}
