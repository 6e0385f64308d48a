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
 * Updates the child rows of a row from the values of the domain. Existing rows are updated in
 * place, so that they keep their keys and versions. The collection object is kept too, because
 * persistence providers track it.
 */
public final class ChildRows {

  private ChildRows() {}

  /**
   * Matches rows and values by index.
   *
   * @param rows the child rows; updated in place
   * @param values the values, in the order that the rows get; null for none
   * @param update writes a value to an existing row
   * @param create creates the row of a value that has none
   */
  public static <S, T> void byIndex(
      List<T> rows,
      @Nullable Collection<? extends S> values,
      BiConsumer<? super T, ? super S> update,
      Function<? super S, ? extends T> create) {
    byIndex(rows, values, (row, value) -> true, update, create);
  }

  /**
   * Matches rows and values of several subtypes by index. A row of another subtype is replaced.
   *
   * @param rows the child rows; updated in place
   * @param values the values, in the order that the rows get; null for none
   * @param matches whether a row has the subtype that belongs to the value
   * @param update writes a value to an existing row
   * @param create creates the row of a value that has none
   */
  public static <S, T> void byIndex(
      List<T> rows,
      @Nullable Collection<? extends S> values,
      BiPredicate<? super T, ? super S> matches,
      BiConsumer<? super T, ? super S> update,
      Function<? super S, ? extends T> create) {
    int index = 0;
    for (S value : orEmpty(values)) {
      if (index == required(rows).size()) {
        rows.add(create.apply(value));
      } else if (matches.test(rows.get(index), value)) {
        update.accept(rows.get(index), value);
      } else {
        rows.set(index, create.apply(value));
      }
      index++;
    }
    required(rows).subList(index, rows.size()).clear();
  }

  /**
   * Matches rows and values by a key that both have.
   *
   * @param rows the child rows; updated in place
   * @param keyOfRow returns the key of a row; null if it has none yet
   * @param values the values, in the order that the rows get; null for none
   * @param keyOf returns the key of a value, equal to the key of its row; null for a new one
   * @param update writes a value to an existing row
   * @param create creates the row of a value that has none
   */
  public static <S, T, K> void byKey(
      Collection<T> rows,
      Function<? super T, ? extends @Nullable K> keyOfRow,
      @Nullable Collection<? extends S> values,
      Function<? super S, ? extends @Nullable K> keyOf,
      BiConsumer<? super T, ? super S> update,
      Function<? super S, ? extends T> create) {
    Map<K, T> known = new HashMap<>();
    for (T row : required(rows)) {
      @Nullable K key = keyOfRow.apply(row);
      if (key != null) {
        known.putIfAbsent(key, row);
      }
    }
    List<T> wanted = new ArrayList<>();
    for (S value : orEmpty(values)) {
      @Nullable K key = keyOf.apply(value);
      @Nullable T row = key == null ? null : known.remove(key);
      if (row == null) {
        wanted.add(create.apply(value));
      } else {
        update.accept(row, value);
        wanted.add(row);
      }
    }
    replace(rows, wanted);
  }

  /**
   * Updates a single child row, or creates it.
   *
   * @param row the existing row; null if there is none
   * @param value the value; null for none
   * @return the row that the parent refers to from now on; null if there is no value
   */
  public static <S, T> @Nullable T one(
      @Nullable T row,
      @Nullable S value,
      BiConsumer<? super T, ? super S> update,
      Function<? super S, ? extends T> create) {
    if (value == null) {
      return null;
    }
    if (row == null) {
      return create.apply(value);
    }
    update.accept(row, value);
    return row;
  }

  /**
   * Replaces the elements of a row through its own add and remove methods. Does nothing if the row
   * holds equal elements already.
   *
   * @param current the elements that the row holds; not modified
   * @param elements the new elements; null for none
   * @param add adds one element
   * @param remove removes one element
   */
  public static <T> void exchange(
      Collection<? extends T> current,
      @Nullable Collection<? extends T> elements,
      Consumer<? super T> add,
      Consumer<? super T> remove) {
    List<T> wanted = new ArrayList<>(orEmpty(elements));
    List<T> held = new ArrayList<>(required(current));
    if (!held.equals(wanted)) {
      held.forEach(remove);
      wanted.forEach(add);
    }
  }

  /** Replaces the elements of a collection. Does nothing if it holds equal elements already. */
  public static <T> void replace(Collection<T> rows, @Nullable Collection<? extends T> elements) {
    List<T> wanted = new ArrayList<>(orEmpty(elements));
    if (!new ArrayList<>(required(rows)).equals(wanted)) {
      rows.clear();
      rows.addAll(wanted);
    }
  }

  private static <C> C required(C rows) {
    return Objects.requireNonNull(rows, "the row's collection is null: initialize it");
  }

  private static <S> Collection<? extends S> orEmpty(@Nullable Collection<? extends S> values) {
    return values == null ? List.of() : values;
  }
}
