package dev.shelftwin.trial;

import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.lang.reflect.Array;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Compares and shows values field by field; the users' own equals is not asked. */
final class Values {

  static final String NOTHING = "(none)";

  private static final int LONGEST = 60;

  private final Shapes shapes;
  private final Reflection reflection;

  Values(Shapes shapes, Reflection reflection) {
    this.shapes = shapes;
    this.reflection = reflection;
  }

  /** What an optional holds; null where it is empty. */
  static @Nullable Object present(@Nullable Object value) {
    return value instanceof Optional<?> optional ? optional.orElse(null) : value;
  }

  boolean same(@Nullable Object one, @Nullable Object other) {
    Object left = present(one);
    Object right = present(other);
    if (left == null || right == null) {
      return left == right;
    }
    if (left.getClass().isArray() && right.getClass().isArray()) {
      return sameElements(elements(left), elements(right));
    }
    if (left instanceof BigDecimal number && right instanceof BigDecimal another) {
      return number.compareTo(another) == 0; // a column's scale adds zeros, which is no loss
    }
    if (left instanceof Collection<?> these && right instanceof Collection<?> those) {
      return sameElements(these, those);
    }
    if (!left.getClass().equals(right.getClass())) {
      return false;
    }
    List<Field> fields = parts(left);
    return fields.isEmpty()
        ? left.equals(right)
        : fields.stream()
            .allMatch(field -> same(reflection.read(left, field), reflection.read(right, field)));
  }

  String show(@Nullable Object value) {
    Object present = present(value);
    if (present == null) {
      return NOTHING;
    }
    if (present instanceof CharSequence text) {
      return quoted(text.toString());
    }
    if (present.getClass().isArray() || present instanceof Collection<?>) {
      Collection<?> all = present instanceof Collection<?> these ? these : elements(present);
      return all.stream().map(this::show).collect(Collectors.joining(", ", "[", "]"));
    }
    List<String> shown =
        parts(present).stream().map(field -> show(reflection.read(present, field))).toList();
    return switch (shown.size()) {
      case 0 -> present.toString();
      case 1 -> shown.get(0);
      default -> present.getClass().getSimpleName() + "(" + String.join(", ", shown) + ")";
    };
  }

  /**
   * The stored fields of one of the users' own objects; none for enumerations and the JDK's types.
   */
  private List<Field> parts(Object value) {
    String name = value.getClass().getCanonicalName();
    return name == null || value instanceof Enum<?> || name.startsWith("java.")
        ? List.of()
        : shapes
            .find(name)
            .map(Shape::storedFields)
            .map(fields -> fields.toList())
            .orElse(List.of());
  }

  private boolean sameElements(Collection<?> these, Collection<?> those) {
    Iterator<?> others = those.iterator();
    return these.size() == those.size()
        && these.stream().allMatch(element -> same(element, others.next()));
  }

  private static Collection<@Nullable Object> elements(Object array) {
    List<@Nullable Object> elements = new ArrayList<>();
    for (int index = 0; index < Array.getLength(array); index++) {
      elements.add(Array.get(array, index));
    }
    return elements;
  }

  private static String quoted(String text) {
    String shown =
        text.codePoints()
            .mapToObj(
                point ->
                    Character.isISOControl(point)
                        ? String.format("\\u%04x", point)
                        : Character.toString(point))
            .collect(Collectors.joining());
    int points = shown.codePointCount(0, shown.length());
    return points <= LONGEST
        ? '"' + shown + '"'
        : '"'
            + shown.substring(0, shown.offsetByCodePoints(0, LONGEST))
            + "…\" ("
            + text.length()
            + " characters)";
  }
}
