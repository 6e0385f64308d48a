package dev.shelftwin.trial;

import dev.shelftwin.shape.Field;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
import org.jspecify.annotations.Nullable;

/** Compares values field by field, without the users' own {@code equals}. */
final class ValueComparison {

  private final Map<Class<?>, Boolean> valueClasses = new HashMap<>();

  private final StoredParts parts;
  private final ObjectAccess access;
  private final ValueText text;
  private final AcceptedLosses accepted;
  private final Normalization normalization;
  private final StubAnswers stubs;

  ValueComparison(
      StoredParts parts,
      ObjectAccess access,
      ValueText text,
      AcceptedLosses accepted,
      Normalization normalization,
      StubAnswers stubs) {
    this.parts = parts;
    this.normalization = normalization;
    this.accepted = accepted;
    this.stubs = stubs;
    this.access = access;
    this.text = text;
  }

  /**
   * Where two values differ.
   *
   * @param path the path from the compared values: fields after dots, elements in brackets
   */
  record Difference(String path, @Nullable Object expected, @Nullable Object actual) {

    Difference within(String outer) {
      return new Difference(outer + path, expected, actual);
    }
  }

  /** An object that is being compared, inside another one. */
  private record Open(Object object, @Nullable Open outer) {

    static boolean contains(@Nullable Open innermost, Object object) {
      for (Open open = innermost; open != null; open = open.outer) {
        if (open.object == object) {
          return true;
        }
      }
      return false;
    }
  }

  boolean isSame(ExpectedValue expected, ObservedValue actual) {
    return difference(expected, actual).isEmpty();
  }

  /** The first difference; empty if the values are the same. */
  Optional<Difference> difference(ExpectedValue expected, ObservedValue actual) {
    boolean expectedCleared = expected instanceof ExpectedValue.Cleared;
    boolean cleared = actual instanceof ObservedValue.Cleared;
    return expectedCleared || cleared
        ? unless(expectedCleared && cleared, expected.source(), actual.value())
        : difference(expected, actual.value(), null);
  }

  private Optional<Difference> difference(
      ExpectedValue expected, @Nullable Object actual, @Nullable Open open) {
    Object arrived = ValueFitting.unwrapped(actual);
    if (stubs.isAnswer(arrived)) {
      return Optional.empty();
    }
    if (expected instanceof ExpectedValue.Plain plain) {
      return difference(plain.source(), arrived, open);
    }
    if (expected instanceof ExpectedValue.NoElements) {
      boolean none =
          arrived == null
              || (ValueFitting.hasElements(arrived) && ValueFitting.elements(arrived).isEmpty());
      return unless(none, null, arrived);
    }
    if (arrived == null || expected.source() == null) {
      return unless(isNothing(expected.source()) && isNothing(arrived), expected.source(), arrived);
    }
    if (expected instanceof ExpectedObject object) {
      return ofObject(object, arrived, open);
    }
    if (expected instanceof ExpectedValue.Elements elements) {
      return ValueFitting.hasElements(arrived)
          ? ofElements(elements, elements.values(), arrived, open)
          : different(elements.source(), arrived);
    }
    ExpectedValue.Entries entries = (ExpectedValue.Entries) expected;
    return arrived instanceof Map<?, ?> map
        ? ofEntries(entries.source(), entries.values(), map, open)
        : different(entries.source(), arrived);
  }

  private Optional<Difference> difference(
      @Nullable Object expected, @Nullable Object actual, @Nullable Open open) {
    Object left = ValueFitting.unwrapped(expected);
    Object right = ValueFitting.unwrapped(actual);
    if (stubs.isAnswer(right)) {
      return Optional.empty();
    }
    if (left == null || right == null || left == right) {
      return unless(left == right || (isNothing(left) && isNothing(right)), left, right);
    }
    if (left instanceof BigDecimal number && right instanceof BigDecimal other) {
      // A column adds zeros up to its scale, which loses nothing.
      return unless(number.compareTo(other) == 0, left, right);
    }
    if (left instanceof Map<?, ?> these && right instanceof Map<?, ?> those) {
      Map<Object, ExpectedValue> values = new LinkedHashMap<>();
      these.forEach((key, value) -> values.put(key, ExpectedValue.of(value)));
      return ofEntries(left, values, those, open);
    }
    if (ValueFitting.hasElements(left) && ValueFitting.hasElements(right)) {
      List<ExpectedValue> values = new ArrayList<>();
      ValueFitting.elements(left).forEach(element -> values.add(ExpectedValue.of(element)));
      return ofElements(ExpectedValue.of(left), values, right, open);
    }
    if (!parts.type(left).equals(parts.type(right))) {
      return different(left, right);
    }
    List<Field> fields = parts.of(left);
    return fields.isEmpty()
        ? unless(left.equals(right), left, right)
        : ofFields(fields, left, right, open);
  }

  /**
   * Whether a value is missing, or an embedded object of which all columns are empty: a table does
   * not tell the two apart (Jakarta Persistence 3.2, §2.6).
   */
  private boolean isNothing(@Nullable Object value) {
    return value == null
        || (parts.isEmbedded(value)
            && parts.of(value).stream()
                .allMatch(field -> isNothing(ValueFitting.unwrapped(access.read(value, field)))));
  }

  private boolean isAccepted(Class<?> owner, Field field, Difference difference) {
    return difference.path().isEmpty()
        && accepted.accept(owner, field, difference.expected(), difference.actual());
  }

  private static Optional<Difference> unless(
      boolean same, @Nullable Object expected, @Nullable Object actual) {
    return same ? Optional.empty() : different(expected, actual);
  }

  private static Optional<Difference> different(
      @Nullable Object expected, @Nullable Object actual) {
    return Optional.of(new Difference("", expected, actual));
  }

  private Optional<Difference> ofObject(
      ExpectedObject expected, Object actual, @Nullable Open open) {
    if (!expected.type().isInstance(actual)) {
      return different(expected.source(), actual);
    }
    List<ExpectedObject.OfField> fields;
    try {
      fields = expected.fields().get();
    } catch (RejectedSample rejected) {
      return different(expected.source(), actual);
    }
    for (ExpectedObject.OfField one : fields) {
      Optional<Difference> difference =
          difference(one.value(), access.read(actual, one.field()), open);
      if (difference.isPresent()
          && !isAccepted(expected.type(), one.field(), difference.get())
          && !normalization.isOwn(expected.hop(), one.field(), actual, difference.get())) {
        return difference.map(inner -> inner.within("." + one.field().name()));
      }
    }
    return Optional.empty();
  }

  private Optional<Difference> ofEntries(
      Object source, Map<Object, ExpectedValue> expected, Map<?, ?> actual, @Nullable Open open) {
    if (!expected.keySet().equals(actual.keySet())) {
      return different(source, actual);
    }
    for (Map.Entry<Object, ExpectedValue> entry : expected.entrySet()) {
      Optional<Difference> difference =
          difference(entry.getValue(), actual.get(entry.getKey()), open);
      if (difference.isPresent()) {
        return difference.map(inner -> inner.within("[" + text.of(entry.getKey()) + "]"));
      }
    }
    return Optional.empty();
  }

  /**
   * Elements of a set, and those that come from one, may arrive in any order; in a set those that
   * equal each other arrive only once.
   */
  private Optional<Difference> ofElements(
      ExpectedValue source, List<ExpectedValue> expected, Object container, @Nullable Open open) {
    Collection<? extends @Nullable Object> actual = ValueFitting.elements(container);
    boolean fewer = container instanceof Set && actual.stream().allMatch(this::comparesValues);
    if (fewer ? expected.size() < actual.size() : expected.size() != actual.size()) {
      return different(source.source(), container);
    }
    if (container instanceof Set || ExpectedValues.isWithoutOrder(source.source())) {
      BiPredicate<ExpectedValue, @Nullable Object> same =
          (element, other) -> difference(element, other, open).isEmpty();
      boolean all =
          expected.stream()
                  .allMatch(element -> actual.stream().anyMatch(one -> same.test(element, one)))
              && actual.stream()
                  .allMatch(one -> expected.stream().anyMatch(element -> same.test(element, one)));
      return unless(all, source.source(), container);
    }
    int index = 0;
    for (Object other : actual) {
      Optional<Difference> difference = difference(expected.get(index), other, open);
      if (difference.isPresent()) {
        String place = "[" + index + "]";
        return difference.map(inner -> inner.within(place));
      }
      index++;
    }
    return Optional.empty();
  }

  /** Whether different objects of its class may be equal (Object.equals). */
  private boolean comparesValues(@Nullable Object element) {
    return element != null
        && valueClasses.computeIfAbsent(
            element.getClass(),
            type -> {
              try {
                return !type.getMethod("equals", Object.class)
                    .getDeclaringClass()
                    .equals(Object.class);
              } catch (NoSuchMethodException impossible) {
                throw new IllegalStateException(impossible);
              }
            });
  }

  /** A field that refers back to an object that is being compared needs no further comparison. */
  private Optional<Difference> ofFields(
      List<Field> fields, Object left, Object right, @Nullable Open outer) {
    if (Open.contains(outer, left)) {
      return Optional.empty();
    }
    Open open = new Open(left, outer);
    for (Field field : fields) {
      Optional<Difference> difference =
          difference(access.read(left, field), access.read(right, field), open);
      if (difference.isPresent() && !isAccepted(left.getClass(), field, difference.get())) {
        return fields.size() == 1
            ? difference
            : difference.map(inner -> inner.within("." + field.name()));
      }
    }
    return Optional.empty();
  }
}
