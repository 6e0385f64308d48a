package dev.shelftwin.observe;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.trial.UserObjects;
import java.lang.invoke.MethodType;
import java.lang.reflect.Field;
import java.lang.reflect.Modifier;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.objenesis.ObjenesisStd;

/** Creates the objects that a mapper is given, new ones for every run. */
final class SourceBuilder {

  private final UserObjects objects;
  private final ObjenesisStd withoutConstructor = new ObjenesisStd();
  private final Map<Class<?>, Map<String, List<Field>>> fields = new HashMap<>();
  private final IdentityHashMap<Slot.Node, Creator> creators = new IdentityHashMap<>();

  SourceBuilder(UserObjects objects) {
    this.objects = objects;
  }

  /**
   * The object of a slot.
   *
   * @param stubs creates what has no values
   */
  @Nullable Object build(Slot slot, SourceValues values, Stubs stubs) {
    if (slot instanceof Slot.Opaque opaque) {
      return stubs.stub(opaque.type(), opaque.path());
    }
    @Nullable Object value = values.get(slot);
    if (value == null || slot instanceof Slot.Leaf) {
      return value;
    }
    return slot instanceof Slot.Many many
        ? container(many, (int) value, values, stubs)
        : object((Slot.Node) slot, values, stubs);
  }

  private @Nullable Object container(Slot.Many many, int size, SourceValues values, Stubs stubs) {
    List<@Nullable Object> elements = new ArrayList<>();
    for (int index = 0; index < size; index++) {
      elements.add(build(many.elements().get(index), values, stubs));
    }
    if (many.container() != Container.MAP) {
      return objects.fitted(elements, many.type());
    }
    Map<@Nullable Object, @Nullable Object> map = new LinkedHashMap<>();
    for (int index = 0; index < size; index++) {
      map.put(values.get(many.keys().get(index)), elements.get(index));
    }
    return map;
  }

  private @Nullable Object object(Slot.Node node, SourceValues values, Stubs stubs) {
    Map<String, @Nullable Object> byField = new LinkedHashMap<>();
    for (Slot.Member member : node.members()) {
      byField.put(member.field().name(), build(member.slot(), values, stubs));
    }
    Shape shape = node.shape();
    if (shape.isOpenInterface()) {
      Map<String, @Nullable Object> results = new HashMap<>();
      for (Slot.Member member : node.members()) {
        dev.shelftwin.shape.Field field = member.field();
        field
            .reader()
            .ifPresent(
                access ->
                    results.put(
                        access.name(), objects.fitted(byField.get(field.name()), access.type())));
      }
      return stubs.implement(node.type(), node.path(), results);
    }
    return created(node, byField);
  }

  private @Nullable Object created(Slot.Node node, Map<String, @Nullable Object> byField) {
    if (node.shape().hasTooMany(field -> byField.get(field) != null)) {
      if (!node.isElement()) {
        return null;
      }
      keepFirst(node.shape(), byField); // an element cannot be missing
    }
    @Nullable Creator known = creators.get(node);
    for (Creator candidate : known == null ? candidates(node) : List.of(known)) {
      Optional<Object> created = create(candidate, byField);
      if (created.isPresent()) {
        creators.put(node, candidate);
        Set<String> taken =
            candidate.parameters().stream().map(Parameter::name).collect(Collectors.toSet());
        return filled(created.get(), node, byField, taken);
      }
    }
    boolean isBean =
        node.shape().kind() == Shape.Kind.CLASS && !node.shape().has(ShapeTrait.MESSAGE);
    return isBean
        ? filled(withoutConstructor.newInstance(objects.load(node.type())), node, byField, Set.of())
        : null;
  }

  /** Of fields that exclude each other, only the first one keeps its value. */
  private static void keepFirst(Shape shape, Map<String, @Nullable Object> byField) {
    for (Set<String> exclusive : shape.facts().exclusive()) {
      byField.entrySet().stream()
          .filter(field -> field.getValue() != null && exclusive.contains(field.getKey()))
          .skip(1)
          .forEach(field -> field.setValue(null));
    }
  }

  /** Sets the fields that the creator did not take. */
  private Object filled(
      Object object, Slot.Node node, Map<String, @Nullable Object> byField, Set<String> taken) {
    for (Slot.Member member : node.members()) {
      if (!taken.contains(member.field().name())) {
        @Nullable Object value = byField.get(member.field().name());
        if (!set(object, member.field().member(), value) && value != null) {
          objects.write(object, member.field(), value);
        }
      }
    }
    return object;
  }

  /** Creators that keep their arguments; those that take the most come first. */
  private static List<Creator> candidates(Slot.Node node) {
    Shape shape = node.shape();
    return shape.creators().stream()
        .filter(
            creator ->
                creator.parameters().stream()
                    .allMatch(
                        parameter ->
                            shape
                                .field(parameter.name())
                                .filter(field -> sameType(field, parameter))
                                .isPresent()))
        .sorted(
            Comparator.comparingInt((Creator creator) -> -creator.parameters().size())
                .thenComparing(creator -> !creator.isConstructor()))
        .toList();
  }

  private static boolean sameType(dev.shelftwin.shape.Field field, Parameter parameter) {
    return field
        .type()
        .present()
        .boxed()
        .erased()
        .equals(parameter.type().present().boxed().erased());
  }

  private Optional<Object> create(Creator creator, Map<String, @Nullable Object> byField) {
    List<@Nullable Object> arguments = new ArrayList<>();
    for (Parameter parameter : creator.parameters()) {
      @Nullable Object value = objects.fitted(byField.get(parameter.name()), parameter.type());
      arguments.add(value == null ? nothing(parameter.type()) : value);
    }
    return objects.create(creator, arguments);
  }

  /** What a parameter of that type is given where there is no value. */
  private static @Nullable Object nothing(TypeRef type) {
    return switch (type.isPrimitive() ? type.name() : "") {
      case "boolean" -> false;
      case "char" -> '\0';
      case "byte" -> (byte) 0;
      case "short" -> (short) 0;
      case "int" -> 0;
      case "long" -> 0L;
      case "float" -> 0f;
      case "double" -> 0d;
      default -> null;
    };
  }

  /**
   * Sets a field of a class or its superclasses, whatever its visibility; those that it hides, too,
   * as a getter may read them.
   *
   * @return whether it could be set; not if it has another type than its reader
   */
  private boolean set(Object owner, String name, @Nullable Object value) {
    List<Field> found =
        fields
            .computeIfAbsent(owner.getClass(), SourceBuilder::fields)
            .getOrDefault(name, List.of());
    boolean isSet = false;
    for (Field field : found) {
      isSet |= set(owner, field, value);
    }
    return isSet;
  }

  private static Map<String, List<Field>> fields(Class<?> type) {
    Map<String, List<Field>> fields = new HashMap<>();
    for (Class<?> level = type; level != null; level = level.getSuperclass()) {
      for (Field field : level.getDeclaredFields()) {
        if (!Modifier.isStatic(field.getModifiers())) {
          try {
            field.setAccessible(true);
            fields.computeIfAbsent(field.getName(), name -> new ArrayList<>()).add(field);
          } catch (RuntimeException closed) {
            // a JDK type, whose field keeps its value
          }
        }
      }
    }
    return fields;
  }

  private static boolean set(Object owner, Field field, @Nullable Object value) {
    Class<?> type = field.getType();
    @Nullable Object fitted = value;
    if (value != null && type.equals(Optional.class)) {
      fitted = Optional.of(value);
    } else if (value != null && !wrapped(type).isInstance(value)) {
      return false;
    }
    if (fitted == null && type.isPrimitive()) {
      return true;
    }
    try {
      field.set(owner, fitted);
      return true;
    } catch (IllegalAccessException | RuntimeException closed) {
      return false; // the field keeps its value
    }
  }

  private static Class<?> wrapped(Class<?> type) {
    return type.isPrimitive() ? MethodType.methodType(type).wrap().returnType() : type;
  }
}
