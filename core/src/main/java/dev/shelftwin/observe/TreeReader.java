package dev.shelftwin.observe;

import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.trial.UserObjects;
import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Calendar;
import java.util.Date;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Reads objects as trees of values, through their fields and getters. */
final class TreeReader {

  /** Deeper objects are no part of what one mapper makes. */
  private static final int MAX_DEPTH = 6;

  private final Shapes shapes;
  private final UserObjects objects;
  private final Map<Class<?>, List<Field>> fields = new HashMap<>();
  private final Map<Class<?>, Boolean> ofConcepts = new HashMap<>();

  TreeReader(Shapes shapes, UserObjects objects) {
    this.shapes = shapes;
    this.objects = objects;
  }

  Tree read(@Nullable Object object) {
    return read(object, new IdentityHashMap<>());
  }

  private Tree read(@Nullable Object object, IdentityHashMap<Object, Object> open) {
    Object value = UserObjects.unwrapped(object);
    if (value == null) {
      return Tree.MISSING;
    }
    if (StandIns.keyOf(value) != null) {
      return new Tree.Value(value, text(value));
    }
    if (value instanceof Map<?, ?> map) {
      Map<String, Tree> entries = new LinkedHashMap<>();
      map.forEach((key, one) -> entries.put(text(key), read(one, open)));
      return new Tree.Entries(entries);
    }
    if (objects.plain(value) != value) {
      return new Tree.Value(value, text(value));
    }
    if (UserObjects.hasElements(value) && !(value instanceof byte[])) {
      List<Tree> elements = new ArrayList<>();
      UserObjects.elements(value).forEach(element -> elements.add(read(element, open)));
      return new Tree.Elements(elements, value instanceof List || value.getClass().isArray());
    }
    List<Field> parts = fields(value);
    if (parts.isEmpty() || (parts.size() == 1 && !open.isEmpty() && !isOfConcept(value))) {
      return new Tree.Value(value, text(value));
    }
    if (open.containsKey(value) || open.size() >= MAX_DEPTH) {
      return new Tree.Value(value, "…");
    }
    open.put(value, value);
    Map<String, Tree> byName = new LinkedHashMap<>();
    for (Field field : parts) {
      byName.put(field.name(), read(part(value, field), open));
    }
    open.remove(value);
    return new Tree.Fields(value.getClass().getSimpleName(), byName);
  }

  private boolean isOfConcept(Object value) {
    return ofConcepts.computeIfAbsent(
        value.getClass(), type -> shape(type).flatMap(objects::ofConcept).isPresent());
  }

  private @Nullable Object part(Object owner, Field field) {
    try {
      return objects.read(owner, field);
    } catch (RuntimeException unreadable) {
      return null;
    }
  }

  /** A value as text, without its type; structure instead of the users' own {@code toString}. */
  String text(@Nullable Object object) {
    return text(object, 0);
  }

  private String text(@Nullable Object object, int depth) {
    Object unwrapped = UserObjects.unwrapped(object);
    if (unwrapped == null) {
      return "(none)";
    }
    Object value = objects.plain(unwrapped);
    if (StandIns.keyOf(value) != null) {
      return String.valueOf(StandIns.keyOf(value));
    }
    if (value instanceof Enum<?> constant) {
      return constant.name();
    }
    if (value instanceof BigDecimal number) {
      return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
    }
    if (value instanceof Calendar calendar) {
      return calendar.toInstant().toString();
    }
    if (value.getClass().equals(Date.class)) {
      return ((Date) value).toInstant().toString();
    }
    if (value instanceof Map<?, ?> map) {
      return map.entrySet().stream()
          .map(entry -> text(entry.getKey(), depth + 1) + "=" + text(entry.getValue(), depth + 1))
          .sorted()
          .collect(Collectors.joining(", ", "{", "}"));
    }
    if (UserObjects.hasElements(value)) {
      return UserObjects.elements(value).stream()
          .map(element -> text(element, depth + 1))
          .collect(Collectors.joining(", ", "[", "]"));
    }
    List<Field> parts = fields(value);
    if (parts.isEmpty()) {
      return ofNoFields(value);
    }
    if (depth > MAX_DEPTH) {
      return "…";
    }
    if (parts.size() == 1) {
      return text(part(value, parts.get(0)), depth + 1);
    }
    return parts.stream()
        .map(field -> text(part(value, field), depth + 1))
        .collect(Collectors.joining(", ", value.getClass().getSimpleName() + "(", ")"));
  }

  /** An object of the JDK as it shows itself, unless that differs from object to object. */
  private static String ofNoFields(Object value) {
    if (value instanceof ByteArrayInputStream stream) {
      stream.mark(0);
      byte[] rest = stream.readAllBytes();
      stream.reset();
      return new String(rest, StandardCharsets.ISO_8859_1);
    }
    String own = value.getClass().getName();
    String byIdentity = own + "@" + Integer.toHexString(System.identityHashCode(value));
    return own.startsWith("java.") && !value.toString().equals(byIdentity)
        ? value.toString()
        : value.getClass().getSimpleName();
  }

  /** The fields of an object; none for JDK types, enumerations and stubs without values. */
  private List<Field> fields(Object object) {
    Class<?> type = object.getClass();
    List<Field> known = fields.get(type);
    if (known == null) {
      known = find(type);
      fields.put(type, known);
    }
    return known;
  }

  private List<Field> find(Class<?> type) {
    return shape(type).filter(TreeReader::hasValues).stream()
        .flatMap(Shape::storedFields)
        .filter(field -> !Set.of("serialVersionUID").contains(field.name()))
        .toList();
  }

  /**
   * The shape of a class as its concept knows it, or of what a stub stands for; empty for JDK types
   * and enumerations.
   */
  private Optional<Shape> shape(Class<?> type) {
    @Nullable Class<?> named = type;
    if (java.lang.reflect.Proxy.isProxyClass(type)) {
      named = type.getInterfaces()[0];
    } else if (StandIns.isStub(type)) {
      named = type.getSuperclass();
    }
    @Nullable String name = named == null ? null : named.getCanonicalName();
    if (name == null || Enum.class.isAssignableFrom(type) || name.startsWith("java.")) {
      return Optional.empty();
    }
    Optional<Shape> shape = shapes.find(name);
    return shape.flatMap(objects::ofConcept).or(() -> shape);
  }

  private static boolean hasValues(Shape shape) {
    return shape.constants().isEmpty();
  }
}
