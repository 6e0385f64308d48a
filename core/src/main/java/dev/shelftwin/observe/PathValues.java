package dev.shelftwin.observe;

import java.util.ArrayList;
import java.util.List;

/** The values that a tree has at a path. */
final class PathValues {

  private PathValues() {}

  /** All values of a path. */
  static List<Tree.Value> all(Tree tree, String path) {
    List<Tree.Value> values = new ArrayList<>();
    collect(tree, path, 0, false, values);
    return values;
  }

  /** The values of a path in the order of their elements; none where there is no order. */
  static List<Tree.Value> inOrder(Tree tree, String path) {
    List<Tree.Value> values = new ArrayList<>();
    collect(tree, path, 0, true, values);
    return values;
  }

  /**
   * Collects the values of a path.
   *
   * @param at how much of the path leads to the tree
   */
  private static void collect(
      Tree tree, String path, int at, boolean onlyOrdered, List<Tree.Value> values) {
    if (tree instanceof Tree.Fields fields) {
      int start = at == 0 ? 0 : at + 1;
      fields
          .byName()
          .forEach(
              (name, part) -> {
                if (path.startsWith(name, start) && endsPart(path, start + name.length())) {
                  collect(part, path, start + name.length(), onlyOrdered, values);
                }
              });
    } else if (tree instanceof Tree.Elements elements && (elements.ordered() || !onlyOrdered)) {
      if (path.startsWith("[]", at)) {
        elements.all().forEach(element -> collect(element, path, at + 2, onlyOrdered, values));
      }
    } else if (tree instanceof Tree.Entries entries && !onlyOrdered) {
      if (path.startsWith("{}", at)) {
        entries.byKey().values().forEach(entry -> collect(entry, path, at + 2, false, values));
      } else if (path.substring(at).equals("{key}")) {
        entries.byKey().keySet().forEach(key -> values.add(new Tree.Value(key, key)));
      }
    } else if (tree instanceof Tree.Value value && at == path.length()) {
      values.add(value);
    }
  }

  private static boolean endsPart(String path, int at) {
    return at == path.length() || ".[{".indexOf(path.charAt(at)) >= 0;
  }
}
