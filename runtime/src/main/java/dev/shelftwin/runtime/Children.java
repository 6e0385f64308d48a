package dev.shelftwin.runtime;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.BiConsumer;
import java.util.function.BiPredicate;
import java.util.function.Consumer;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Brings the rows that another row holds in line with what the domain holds. Rows that are there
 * already are changed in place, so that they keep their keys and versions; the container itself
 * stays the same object, since the store watches it.
 */
public final class Children {

  private Children() {}

  /**
   * Matches rows by their place.
   *
   * @param rows what the parent holds; changed in place
   * @param values in the order that the rows shall have; null for none
   * @param update writes a value over a row
   * @param make makes the row of a value that has none
   */
  public static <S, T> void byPlace(
      List<T> rows,
      @Nullable Collection<? extends S> values,
      BiConsumer<? super T, ? super S> update,
      Function<? super S, ? extends T> make) {
    byPlace(rows, values, (row, value) -> true, update, make);
  }

  /**
   * Matches rows of several kinds by their place; a row of another kind than its value makes way.
   *
   * @param rows what the parent holds; changed in place
   * @param values in the order that the rows shall have; null for none
   * @param fits whether a row is of its value's kind
   * @param update writes a value over a row
   * @param make makes the row of a value that has none
   */
  public static <S, T> void byPlace(
      List<T> rows,
      @Nullable Collection<? extends S> values,
      BiPredicate<? super T, ? super S> fits,
      BiConsumer<? super T, ? super S> update,
      Function<? super S, ? extends T> make) {
    int place = 0;
    for (S value : orNone(values)) {
      if (place == there(rows).size()) {
        rows.add(make.apply(value));
      } else if (fits.test(rows.get(place), value)) {
        update.accept(rows.get(place), value);
      } else {
        rows.set(place, make.apply(value));
      }
      place++;
    }
    there(rows).subList(place, rows.size()).clear();
  }

  /**
   * Matches rows by a key that the domain knows too.
   *
   * @param rows what the parent holds; changed in place
   * @param keyOfRow the key of a row
   * @param values in the order that the rows shall have, if they have one; null for none
   * @param keyOf the key of a value, equal to that of its row
   * @param update writes a value over a row
   * @param make makes the row of a value that has none
   */
  public static <S, T, K> void byKey(
      Collection<T> rows,
      Function<? super T, ? extends K> keyOfRow,
      @Nullable Collection<? extends S> values,
      Function<? super S, ? extends K> keyOf,
      BiConsumer<? super T, ? super S> update,
      Function<? super S, ? extends T> make) {
    Map<K, T> known = new HashMap<>();
    there(rows).forEach(row -> known.putIfAbsent(keyOfRow.apply(row), row));
    List<T> wanted = new ArrayList<>();
    for (S value : orNone(values)) {
      @Nullable T row = known.remove(keyOf.apply(value));
      if (row == null) {
        wanted.add(make.apply(value));
      } else {
        update.accept(row, value);
        wanted.add(row);
      }
    }
    replace(rows, wanted);
  }

  /**
   * One row that another holds: changed in place where it is there, made where it is not.
   *
   * @param row null where there is none
   * @param value null for none
   * @return the row to hold; null where there is no value
   */
  public static <S, T> @Nullable T one(
      @Nullable T row,
      @Nullable S value,
      BiConsumer<? super T, ? super S> update,
      Function<? super S, ? extends T> make) {
    if (value == null) {
      return null;
    }
    if (row == null) {
      return make.apply(value);
    }
    update.accept(row, value);
    return row;
  }

  /**
   * Lets a row that adds and removes its elements itself hold these; it is left alone where it does
   * already.
   *
   * @param shown what the row holds, to be looked at only
   * @param elements null for none
   * @param add the row's method that takes one
   * @param remove the row's method that gives one up
   */
  public static <T> void exchange(
      Collection<? extends T> shown,
      @Nullable Collection<? extends T> elements,
      Consumer<? super T> add,
      Consumer<? super T> remove) {
    List<T> wanted = new ArrayList<>(orNone(elements));
    List<T> held = new ArrayList<>(there(shown));
    if (!held.equals(wanted)) {
      held.forEach(remove);
      wanted.forEach(add);
    }
  }

  /** Lets a container hold these elements; it is not touched where it does already. */
  public static <T> void replace(Collection<T> rows, @Nullable Collection<? extends T> elements) {
    List<T> wanted = new ArrayList<>(orNone(elements));
    if (!new ArrayList<>(there(rows)).equals(wanted)) {
      rows.clear();
      rows.addAll(wanted);
    }
  }

  private static <C> C there(C rows) {
    return Objects.requireNonNull(rows, "the row holds no container to change: initialise it");
  }

  private static <S> Collection<? extends S> orNone(@Nullable Collection<? extends S> values) {
    return values == null ? List.of() : values;
  }
}
