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
import org.jspecify.annotations.Nullable;

/**
 * Carries what a container holds, element by element. What cannot be carried is told with the place
 * of the element, all of one container's faults at once. What is given back is new and may be
 * changed.
 */
public final class Each {

  private Each() {}

  /**
   * Hands over elements one by one.
   *
   * @param elements null for none
   */
  public static <T> void add(@Nullable Iterable<? extends T> elements, Consumer<? super T> adder) {
    if (elements != null) {
      elements.forEach(adder);
    }
  }

  /** A list of the same elements; none of them may be null. */
  public static <T> Function<Collection<? extends T>, List<T>> list() {
    return elements -> list(elements);
  }

  /** A list of the same elements; none of them may be null. */
  public static <T> List<T> list(Collection<? extends T> elements) {
    return list(elements, element -> element);
  }

  /** A list of what each element becomes. */
  public static <S, T> Function<Collection<? extends S>, List<T>> list(
      Function<? super S, ? extends @Nullable T> becomes) {
    return elements -> list(elements, becomes);
  }

  /** A list of what each element becomes. */
  public static <S, T> List<T> list(
      Collection<? extends S> elements, Function<? super S, ? extends @Nullable T> becomes) {
    return carry(elements, becomes, new ArrayList<>());
  }

  /** A set, in the order met, of the same elements; none of them may be null. */
  public static <T> Function<Collection<? extends T>, Set<T>> set() {
    return elements -> set(elements);
  }

  /** A set, in the order met, of the same elements; none of them may be null. */
  public static <T> Set<T> set(Collection<? extends T> elements) {
    return set(elements, element -> element);
  }

  /** A set, in the order met, of what each element becomes. */
  public static <S, T> Function<Collection<? extends S>, Set<T>> set(
      Function<? super S, ? extends @Nullable T> becomes) {
    return elements -> set(elements, becomes);
  }

  /** A set, in the order met, of what each element becomes. */
  public static <S, T> Set<T> set(
      Collection<? extends S> elements, Function<? super S, ? extends @Nullable T> becomes) {
    return carry(elements, becomes, new LinkedHashSet<>());
  }

  /** A set, in the elements' own order, of the same elements; none of them may be null. */
  public static <T> Function<Collection<? extends T>, SortedSet<T>> sortedSet() {
    return elements -> sortedSet(elements);
  }

  /** A set, in the elements' own order, of the same elements; none of them may be null. */
  public static <T> SortedSet<T> sortedSet(Collection<? extends T> elements) {
    return sortedSet(elements, element -> element);
  }

  /** A set, in the elements' own order, of what each element becomes. */
  public static <S, T> Function<Collection<? extends S>, SortedSet<T>> sortedSet(
      Function<? super S, ? extends @Nullable T> becomes) {
    return elements -> sortedSet(elements, becomes);
  }

  /** A set, in the elements' own order, of what each element becomes. */
  public static <S, T> SortedSet<T> sortedSet(
      Collection<? extends S> elements, Function<? super S, ? extends @Nullable T> becomes) {
    return carry(elements, becomes, new TreeSet<>());
  }

  /** A map of the same keys and values; none of them may be null. */
  public static <K, V> Function<Map<? extends K, ? extends V>, Map<K, V>> map() {
    return map(key -> key, value -> value);
  }

  /** A map of the same keys and values; none of them may be null. */
  public static <K, V> Map<K, V> map(Map<? extends K, ? extends V> entries) {
    return map(entries, key -> key, value -> value);
  }

  /** A map, in the order met, of what each key and each value becomes. */
  public static <J, S, K, V> Function<Map<? extends J, ? extends S>, Map<K, V>> map(
      Function<? super J, ? extends @Nullable K> keyBecomes,
      Function<? super S, ? extends @Nullable V> valueBecomes) {
    return entries -> map(entries, keyBecomes, valueBecomes);
  }

  /** A map, in the order met, of what each key and each value becomes. */
  public static <J, S, K, V> Map<K, V> map(
      Map<? extends J, ? extends S> entries,
      Function<? super J, ? extends @Nullable K> keyBecomes,
      Function<? super S, ? extends @Nullable V> valueBecomes) {
    Map<K, V> into = new LinkedHashMap<>();
    List<Fault> faults = new ArrayList<>();
    for (Map.Entry<? extends J, ? extends S> entry : entries.entrySet()) {
      FieldPath at = FieldPath.SELF.key(String.valueOf(entry.getKey()));
      @Nullable K key = carry(entry.getKey(), keyBecomes, at, faults);
      @Nullable V value = carry(entry.getValue(), valueBecomes, at, faults);
      if (key != null && value != null) {
        into.put(key, value);
      }
    }
    stopAt(faults);
    return into;
  }

  private static <S, T, C extends Collection<T>> C carry(
      Collection<? extends S> elements,
      Function<? super S, ? extends @Nullable T> becomes,
      C into) {
    List<Fault> faults = new ArrayList<>();
    int index = 0;
    for (S element : elements) {
      @Nullable T carried = carry(element, becomes, FieldPath.SELF.element(index++), faults);
      if (carried != null) {
        into.add(carried);
      }
    }
    stopAt(faults);
    return into;
  }

  private static <S, T> @Nullable T carry(
      @Nullable S value,
      Function<? super S, ? extends @Nullable T> becomes,
      FieldPath at,
      List<Fault> faults) {
    @Nullable T carried = null;
    try {
      carried = value == null ? null : becomes.apply(value);
    } catch (RuntimeException refusal) {
      faults.addAll(Fault.from(refusal, at));
      return null;
    }
    if (carried == null) {
      faults.add(Fault.missing(at));
    }
    return carried;
  }

  private static void stopAt(List<Fault> faults) {
    if (!faults.isEmpty()) {
      throw new FaultException(faults, null);
    }
  }
}
