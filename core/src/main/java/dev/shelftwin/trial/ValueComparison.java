package dev.shelftwin.trial;

import dev.shelftwin.shape.Field;
import java.math.BigDecimal;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Compares values field by field, without the users' own {@code equals}. */
final class ValueComparison {

  private final StoredParts parts;
  private final ObjectAccess access;
  private final ValueText text;

  ValueComparison(StoredParts parts, ObjectAccess access, ValueText text) {
    this.parts = parts;
    this.access = access;
    this.text = text;
  }

  /**
   * Where two values differ.
   *
   * @param path the path from the compared values: fields after dots, elements in brackets
   */
  record Difference(String path, @Nullable Object expected, @Nullable Object actual) {}

  boolean isSame(ExpectedValue expected, ObservedValue actual) {
    return difference(expected, actual).isEmpty();
  }

  /** The first difference; empty if the values are the same. */
  Optional<Difference> difference(ExpectedValue expected, ObservedValue actual) {
    boolean expectedCleared = expected instanceof ExpectedValue.Cleared;
    boolean cleared = actual instanceof ObservedValue.Cleared;
    return expectedCleared || cleared
        ? unless(expectedCleared && cleared, "", expected.source(), actual.value())
        : difference("", expected, actual.value(), new ArrayDeque<>());
  }

  private Optional<Difference> difference(
      String path, ExpectedValue expected, @Nullable Object actual, Deque<Object> open) {
    Object arrived = ValueFitting.unwrapped(actual);
    if (expected instanceof ExpectedValue.Plain plain) {
      return difference(path, plain.source(), arrived, open);
    }
    if (arrived == null || expected.source() == null) {
      return unless(arrived == null && expected.source() == null, path, expected.source(), arrived);
    }
    if (expected instanceof ExpectedObject object) {
      return ofObject(path, object, arrived, open);
    }
    if (expected instanceof ExpectedValue.Elements elements) {
      return ValueFitting.hasElements(arrived)
          ? ofElements(
              path, elements, elements.values(), ValueFitting.elements(arrived), arrived, open)
          : Optional.of(new Difference(path, elements.source(), arrived));
    }
    ExpectedValue.Entries entries = (ExpectedValue.Entries) expected;
    return arrived instanceof Map<?, ?> map
        ? ofEntries(path, entries.source(), entries.values(), map, open)
        : Optional.of(new Difference(path, entries.source(), arrived));
  }

  private Optional<Difference> difference(
      String path, @Nullable Object expected, @Nullable Object actual, Deque<Object> open) {
    Object left = ValueFitting.unwrapped(expected);
    Object right = ValueFitting.unwrapped(actual);
    if (left == null || right == null || left == right) {
      return unless(left == right, path, left, right);
    }
    if (left instanceof BigDecimal number && right instanceof BigDecimal other) {
      // A column adds zeros up to its scale, which loses nothing.
      return unless(number.compareTo(other) == 0, path, left, right);
    }
    if (left instanceof Map<?, ?> these && right instanceof Map<?, ?> those) {
      Map<Object, ExpectedValue> values = new LinkedHashMap<>();
      these.forEach((key, value) -> values.put(key, ExpectedValue.of(value)));
      return ofEntries(path, left, values, those, open);
    }
    if (ValueFitting.hasElements(left) && ValueFitting.hasElements(right)) {
      List<ExpectedValue> values = new ArrayList<>();
      ValueFitting.elements(left).forEach(element -> values.add(ExpectedValue.of(element)));
      return ofElements(
          path, ExpectedValue.of(left), values, ValueFitting.elements(right), right, open);
    }
    if (!left.getClass().equals(right.getClass())) {
      return Optional.of(new Difference(path, left, right));
    }
    List<Field> fields = parts.of(left);
    return fields.isEmpty()
        ? unless(left.equals(right), path, left, right)
        : ofFields(path, fields, left, right, open);
  }

  private static Optional<Difference> unless(
      boolean same, String path, @Nullable Object expected, @Nullable Object actual) {
    return same ? Optional.empty() : Optional.of(new Difference(path, expected, actual));
  }

  private Optional<Difference> ofObject(
      String path, ExpectedObject expected, Object actual, Deque<Object> open) {
    if (!expected.type().isInstance(actual)) {
      return Optional.of(new Difference(path, expected.source(), actual));
    }
    Map<Field, ExpectedValue> fields;
    try {
      fields = expected.fields().get();
    } catch (RejectedSample rejected) {
      return Optional.of(new Difference(path, expected.source(), actual));
    }
    for (Map.Entry<Field, ExpectedValue> field : fields.entrySet()) {
      Optional<Difference> difference =
          difference(
              path + "." + field.getKey().name(),
              field.getValue(),
              access.read(actual, field.getKey()),
              open);
      if (difference.isPresent()) {
        return difference;
      }
    }
    return Optional.empty();
  }

  private Optional<Difference> ofEntries(
      String path,
      Object source,
      Map<Object, ExpectedValue> expected,
      Map<?, ?> actual,
      Deque<Object> open) {
    if (!expected.keySet().equals(actual.keySet())) {
      return Optional.of(new Difference(path, source, actual));
    }
    return expected.entrySet().stream()
        .flatMap(
            entry ->
                difference(
                    path + "[" + text.of(entry.getKey()) + "]",
                    entry.getValue(),
                    actual.get(entry.getKey()),
                    open)
                    .stream())
        .findFirst();
  }

  /** Elements of a set may arrive in any order. */
  private Optional<Difference> ofElements(
      String path,
      ExpectedValue source,
      List<ExpectedValue> expected,
      Collection<? extends @Nullable Object> actual,
      Object container,
      Deque<Object> open) {
    if (expected.size() != actual.size()) {
      return Optional.of(new Difference(path, source.source(), container));
    }
    if (container instanceof Set) {
      boolean all =
          expected.stream()
              .allMatch(
                  element ->
                      actual.stream()
                          .anyMatch(other -> difference(path, element, other, open).isEmpty()));
      return unless(all, path, source.source(), container);
    }
    Iterator<? extends @Nullable Object> others = actual.iterator();
    int index = 0;
    for (ExpectedValue element : expected) {
      Optional<Difference> difference =
          difference(path + "[" + index++ + "]", element, others.next(), open);
      if (difference.isPresent()) {
        return difference;
      }
    }
    return Optional.empty();
  }

  /** A field that refers back to an object that is being compared needs no further comparison. */
  private Optional<Difference> ofFields(
      String path, List<Field> fields, Object left, Object right, Deque<Object> open) {
    if (open.stream().anyMatch(object -> object == left)) {
      return Optional.empty();
    }
    open.push(left);
    try {
      for (Field field : fields) {
        String at = fields.size() == 1 ? path : path + "." + field.name();
        Optional<Difference> difference =
            difference(at, access.read(left, field), access.read(right, field), open);
        if (difference.isPresent()) {
          return difference;
        }
      }
      return Optional.empty();
    } finally {
      open.pop();
    }
  }
}
