package dev.shelftwin.observe;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** An object as its values, by path: {@code a.b}, {@code items[].x} and {@code map{}.x}. */
sealed interface Tree {

  /** Nothing. */
  Value MISSING = new Value(null, null);

  /** The value without objects that only hold others. */
  String text();

  /**
   * A single value.
   *
   * @param object null if there is none
   * @param shown the value as text, without the type; null if there is none
   */
  record Value(@Nullable Object object, @Nullable String shown) implements Tree {

    boolean isMissing() {
      return shown == null;
    }

    boolean isSame(Value other) {
      return Objects.equals(shown, other.shown);
    }

    @Override
    public String text() {
      return Objects.requireNonNullElse(shown, "(none)");
    }

    @Override
    public String toString() {
      return text();
    }
  }

  /** An object with fields. */
  record Fields(String type, Map<String, Tree> byName) implements Tree {

    @Override
    public String text() {
      return type + byName;
    }

    @Override
    public String toString() {
      return text();
    }
  }

  /**
   * A collection or an array.
   *
   * @param ordered whether the order of its elements is kept
   */
  record Elements(List<Tree> all, boolean ordered) implements Tree {

    int size() {
      return all.size();
    }

    @Override
    public String text() {
      return all.toString();
    }

    @Override
    public String toString() {
      return text();
    }
  }

  /** A map, by the texts of its keys. */
  record Entries(Map<String, Tree> byKey) implements Tree {

    @Override
    public String text() {
      return byKey.toString();
    }

    @Override
    public String toString() {
      return text();
    }
  }

  /**
   * A path whose value is not the same in two objects.
   *
   * @param path without the places of elements and keys
   */
  record Change(String path, Value before, Value after) {}

  /** What differs between two objects of the same type. */
  static List<Change> changes(Tree before, Tree after) {
    List<Change> changes = new ArrayList<>();
    compare("", before, after, changes);
    return changes;
  }

  /** All single values by their paths; of several elements, the first that has one. */
  static Map<String, Value> values(Tree tree) {
    Map<String, Value> values = new LinkedHashMap<>();
    collect("", tree, values);
    return values;
  }

  /**
   * The changes of values, and where none changed, of what is around them: an object that is there
   * in one of the two only, or elements in another order.
   */
  static List<Change> differences(Tree before, Tree after) {
    List<Change> differences = changes(before, after);
    compareAround("", before, after, differences);
    return differences;
  }

  private static void compareAround(String path, Tree before, Tree after, List<Change> found) {
    int known = found.size();
    if (before instanceof Fields left && after instanceof Fields right) {
      left.byName()
          .forEach(
              (name, part) ->
                  compareAround(
                      path.isEmpty() ? name : path + "." + name,
                      part,
                      right.byName().getOrDefault(name, MISSING),
                      found));
    } else if (before instanceof Entries left && after instanceof Entries right) {
      left.byKey()
          .forEach(
              (key, entry) ->
                  compareAround(path + "{}", entry, right.byKey().getOrDefault(key, entry), found));
    } else if (before instanceof Elements left && after instanceof Elements right) {
      for (int at = 0; left.ordered() && at < Math.min(left.size(), right.size()); at++) {
        compareAround(path + "[]", left.all().get(at), right.all().get(at), found);
      }
      boolean differs = left.ordered() && !left.text().equals(right.text());
      if (differs && found.size() == known && changes(before, after).isEmpty()) {
        found.add(new Change(path, shown(before), shown(after)));
      }
    } else if (before.getClass() != after.getClass() && changes(before, after).isEmpty()) {
      found.add(new Change(path, shown(before), shown(after)));
    }
  }

  private static Value shown(Tree tree) {
    return tree instanceof Value value ? value : new Value(tree, tree.text());
  }

  private static void collect(String path, Tree tree, Map<String, Value> values) {
    if (tree instanceof Fields fields) {
      fields
          .byName()
          .forEach(
              (name, part) -> collect(path.isEmpty() ? name : path + "." + name, part, values));
    } else if (tree instanceof Elements elements) {
      elements.all().forEach(element -> collect(path + "[]", element, values));
    } else if (tree instanceof Entries entries) {
      entries
          .byKey()
          .forEach(
              (key, entry) -> {
                collect(path + "{key}", new Value(key, key), values);
                collect(path + "{}", entry, values);
              });
    } else {
      values.merge(path, (Value) tree, (one, other) -> one.isMissing() ? other : one);
    }
  }

  private static List<Change> compare(String path, Tree before, Tree after, List<Change> changes) {
    if (before instanceof Fields || after instanceof Fields) {
      Map<String, Tree> left = before instanceof Fields fields ? fields.byName() : Map.of();
      Map<String, Tree> right = after instanceof Fields fields ? fields.byName() : Map.of();
      Map<String, Tree> names = new LinkedHashMap<>(left);
      names.putAll(right);
      for (String name : names.keySet()) {
        String inner = path.isEmpty() ? name : path + "." + name;
        compare(
            inner, left.getOrDefault(name, MISSING), right.getOrDefault(name, MISSING), changes);
      }
    } else if (before instanceof Elements || after instanceof Elements) {
      compareElements(
          path + "[]",
          before instanceof Elements elements ? elements.all() : List.of(),
          after instanceof Elements elements ? elements.all() : List.of(),
          changes);
    } else if (before instanceof Entries || after instanceof Entries) {
      compareEntries(
          path + "{}",
          before instanceof Entries entries ? entries.byKey() : Map.of(),
          after instanceof Entries entries ? entries.byKey() : Map.of(),
          changes);
    } else if (!((Value) before).isSame((Value) after)) {
      changes.add(new Change(path, (Value) before, (Value) after));
    }
    return changes;
  }

  /** Elements that are the same are left out first, so that a moved element changes nothing. */
  private static void compareElements(
      String path, List<Tree> before, List<Tree> after, List<Change> changes) {
    List<Tree> left = new ArrayList<>(before);
    List<Tree> right = new ArrayList<>(after);
    List<String> texts = new ArrayList<>(right.stream().map(Tree::text).toList());
    left.removeIf(
        element -> {
          int same = texts.indexOf(element.text());
          if (same >= 0) {
            texts.remove(same);
            right.remove(same);
          }
          return same >= 0;
        });
    for (int index = 0; index < Math.max(left.size(), right.size()); index++) {
      compare(
          path,
          index < left.size() ? left.get(index) : MISSING,
          index < right.size() ? right.get(index) : MISSING,
          changes);
    }
  }

  private static Value key(List<String> keys, int index) {
    return index < keys.size() ? new Value(keys.get(index), keys.get(index)) : MISSING;
  }

  private static void compareEntries(
      String path, Map<String, Tree> before, Map<String, Tree> after, List<Change> changes) {
    Map<String, Tree> left = new LinkedHashMap<>(before);
    Map<String, Tree> right = new LinkedHashMap<>(after);
    before.forEach(
        (key, tree) -> {
          Tree other = right.get(key);
          if (other != null) {
            compare(path, tree, other, changes);
            left.remove(key);
            right.remove(key);
          }
        });
    List<String> leftKeys = List.copyOf(left.keySet());
    List<String> rightKeys = List.copyOf(right.keySet());
    String ofKey = path.substring(0, path.length() - 1) + "key}";
    for (int index = 0; index < Math.max(leftKeys.size(), rightKeys.size()); index++) {
      compare(ofKey, key(leftKeys, index), key(rightKeys, index), changes);
    }
    compareElements(path, List.copyOf(left.values()), List.copyOf(right.values()), changes);
  }
}
