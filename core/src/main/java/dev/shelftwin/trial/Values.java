package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.lang.reflect.Array;
import java.math.BigDecimal;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Compares and shows values field by field; the users' own equals is not asked. */
final class Values {

  static final String NOTHING = "(none)";

  private static final int LONGEST = 60;

  private final Shapes shapes;
  private final Reflection reflection;
  private final Supplier<Oracle> oracle;

  /** Fields that only the store knows, by the type that has them. */
  private final Map<String, Set<String>> ofTheStore = new HashMap<>();

  Values(Ledger ledger, Shapes shapes, Reflection reflection, Supplier<Oracle> oracle) {
    this.shapes = shapes;
    this.reflection = reflection;
    this.oracle = oracle;
    for (ConceptLedger concept : ledger.concepts()) {
      concept
          .shapes()
          .filter(resolved -> resolved.role() == Role.PERSISTENCE)
          .forEach(resolved -> ofTheStore.put(name(resolved), ofTheStore(concept, resolved)));
    }
  }

  private static String name(ResolvedShape resolved) {
    return resolved.shape().type().fullName();
  }

  private static Set<String> ofTheStore(ConceptLedger concept, ResolvedShape resolved) {
    return resolved
        .shape()
        .storedFields()
        .filter(field -> FieldRole.anyInternal(concept.roles(resolved, field)))
        .map(Field::name)
        .collect(Collectors.toSet());
  }

  /** What an optional holds; null where it is empty. */
  static @Nullable Object present(@Nullable Object value) {
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

  boolean same(@Nullable Object one, @Nullable Object other) {
    return difference(one, other).isEmpty();
  }

  /**
   * The first thing in which two values differ.
   *
   * @param one may hold {@link Twin}s of what is in the other
   */
  Optional<Unequal> difference(@Nullable Object one, @Nullable Object other) {
    return difference("", one, other, new ArrayDeque<>());
  }

  private Optional<Unequal> difference(
      String path, @Nullable Object one, @Nullable Object other, Deque<Object> open) {
    Object left = present(one);
    Object right = present(other);
    if (left == null || right == null || left == right) {
      return unless(left == right, path, left, right);
    }
    if (left instanceof Twin twin) {
      return ofTwin(path, twin, right, open);
    }
    if (left instanceof BigDecimal number && right instanceof BigDecimal another) {
      // A column's scale adds zeros, which is no loss.
      return unless(number.compareTo(another) == 0, path, left, right);
    }
    if (left instanceof Map<?, ?> these && right instanceof Map<?, ?> those) {
      return ofMaps(path, these, those, open);
    }
    if (holdsElements(left) && holdsElements(right)) {
      return ofElements(path, elements(left), elements(right), open, right instanceof Set);
    }
    if (!left.getClass().equals(right.getClass())) {
      return Optional.of(new Unequal(path, left, right));
    }
    List<Field> fields = parts(left);
    return fields.isEmpty()
        ? unless(left.equals(right), path, left, right)
        : ofFields(path, fields, left, right, open);
  }

  private static Optional<Unequal> unless(
      boolean same, String path, @Nullable Object one, @Nullable Object other) {
    return same ? Optional.empty() : Optional.of(new Unequal(path, one, other));
  }

  private Optional<Unequal> ofTwin(String path, Twin twin, Object actual, Deque<Object> open) {
    if (!reflection.load(twin.hop().hop().to().shape().type()).isInstance(actual)) {
      return Optional.of(new Unequal(path, twin.source(), actual));
    }
    Map<Field, @Nullable Object> expected;
    try {
      expected = oracle.get().expected(twin);
    } catch (SampleRefused refused) {
      return Optional.of(new Unequal(path, twin.source(), actual));
    }
    for (Map.Entry<Field, @Nullable Object> entry : expected.entrySet()) {
      String at = path + "." + entry.getKey().name();
      Object arrived = reflection.read(actual, entry.getKey());
      Optional<Unequal> unequal = difference(at, entry.getValue(), arrived, open);
      if (unequal.isPresent()) {
        return unequal;
      }
    }
    return Optional.empty();
  }

  private Optional<Unequal> ofMaps(
      String path, Map<?, ?> these, Map<?, ?> those, Deque<Object> open) {
    if (!these.keySet().equals(those.keySet())) {
      return Optional.of(new Unequal(path, these, those));
    }
    return these.entrySet().stream()
        .flatMap(
            entry ->
                difference(
                    path + "[" + show(entry.getKey()) + "]",
                    entry.getValue(),
                    those.get(entry.getKey()),
                    open)
                    .stream())
        .findFirst();
  }

  private Optional<Unequal> ofElements(
      String path,
      Collection<? extends @Nullable Object> these,
      Collection<? extends @Nullable Object> those,
      Deque<Object> open,
      boolean inAnyOrder) {
    if (these.size() != those.size()) {
      return Optional.of(new Unequal(path, these, those));
    }
    if (inAnyOrder) {
      boolean all =
          these.stream()
              .allMatch(
                  element ->
                      those.stream()
                          .anyMatch(other -> difference(path, element, other, open).isEmpty()));
      return unless(all, path, these, those);
    }
    Iterator<? extends @Nullable Object> others = those.iterator();
    int index = 0;
    for (Object element : these) {
      Optional<Unequal> unequal =
          difference(path + "[" + index++ + "]", element, others.next(), open);
      if (unequal.isPresent()) {
        return unequal;
      }
    }
    return Optional.empty();
  }

  /** What leads back to an object that is being compared is compared already. */
  private Optional<Unequal> ofFields(
      String path, List<Field> fields, Object left, Object right, Deque<Object> open) {
    if (open.stream().anyMatch(object -> object == left)) {
      return Optional.empty();
    }
    open.push(left);
    Optional<Unequal> unequal = Optional.empty();
    for (Field field : fields) {
      String at = fields.size() == 1 ? path : path + "." + field.name();
      if (unequal.isEmpty()) {
        unequal = difference(at, reflection.read(left, field), reflection.read(right, field), open);
      }
    }
    open.pop();
    return unequal;
  }

  /**
   * Where two values differ.
   *
   * @param path from the values on: fields behind dots, elements in brackets; empty for themselves
   */
  record Unequal(String path, @Nullable Object one, @Nullable Object other) {}

  String show(@Nullable Object value) {
    Object present = present(value);
    if (present == null) {
      return NOTHING;
    }
    if (present instanceof CharSequence text) {
      return quoted(text.toString());
    }
    if (present instanceof Twin twin) {
      return show(twin.source());
    }
    if (holdsElements(present)) {
      return elements(present).stream().map(this::show).collect(Collectors.joining(", ", "[", "]"));
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
    if (name == null || value instanceof Enum<?> || name.startsWith("java.")) {
      return List.of();
    }
    Set<String> hidden = ofTheStore.getOrDefault(name, Set.of());
    return shapes.find(name).stream()
        .flatMap(Shape::storedFields)
        .filter(field -> !hidden.contains(field.name()))
        .filter(field -> !FieldRole.anyInternal(field.roles()))
        .toList();
  }

  private static boolean holdsElements(Object value) {
    return value instanceof Collection || value.getClass().isArray();
  }

  /** The elements of a collection or an array. */
  static Collection<? extends @Nullable Object> elements(Object holder) {
    if (holder instanceof Collection<?> all) {
      return all;
    }
    List<@Nullable Object> elements = new ArrayList<>();
    for (int index = 0; index < Array.getLength(holder); index++) {
      elements.add(Array.get(holder, index));
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
