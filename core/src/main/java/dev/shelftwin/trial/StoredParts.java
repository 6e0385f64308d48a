package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Shapes;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The fields by which objects of the users' types are compared and shown. */
final class StoredParts {

  private final Shapes shapes;

  /** The fields that only the persistence layer knows, by the type that has them. */
  private final Map<String, Set<String>> internal = new HashMap<>();

  private final Map<Class<?>, List<Field>> known = new HashMap<>();
  private final Map<Class<?>, Class<?>> types = new HashMap<>();
  private final Map<Class<?>, Boolean> embedded = new HashMap<>();

  StoredParts(Ledger ledger, Shapes shapes) {
    this.shapes = shapes;
    for (ConceptLedger concept : ledger.concepts()) {
      concept
          .shapes()
          .filter(shape -> shape.role() == Role.PERSISTENCE)
          .forEach(
              shape -> internal.put(shape.shape().type().fullName(), internal(concept, shape)));
    }
  }

  private static Set<String> internal(ConceptLedger concept, ResolvedShape shape) {
    return shape
        .shape()
        .storedFields()
        .filter(field -> FieldRole.anyInternal(concept.roles(shape, field)))
        .map(Field::name)
        .collect(Collectors.toSet());
  }

  /** The fields of an object; none for enumerations, containers and JDK types. */
  List<Field> of(Object object) {
    List<Field> fields = known.get(object.getClass());
    if (fields == null) {
      fields = find(object.getClass());
      known.put(object.getClass(), fields);
    }
    return fields;
  }

  /** Whether the columns of an object are columns of the row that has it. */
  boolean isEmbedded(Object object) {
    return embedded.computeIfAbsent(
        object.getClass(),
        type -> shape(type).filter(shape -> shape.has(ShapeTrait.EMBEDDABLE)).isPresent());
  }

  private List<Field> find(Class<?> type) {
    boolean isContainer =
        Collection.class.isAssignableFrom(type) || Map.class.isAssignableFrom(type);
    Optional<Shape> shape =
        isContainer || Enum.class.isAssignableFrom(type) ? Optional.empty() : shape(type);
    return shape.stream()
        .flatMap(Shape::storedFields)
        .filter(field -> !isInternal(shape.orElseThrow(), field))
        .toList();
  }

  private boolean isInternal(Shape shape, Field field) {
    return internal.getOrDefault(shape.type().fullName(), Set.of()).contains(field.name())
        || FieldRole.anyInternal(field.roles());
  }

  /** The users' class of an object; of what a store returns in place of a row, that of the row. */
  Class<?> type(Object object) {
    return types.computeIfAbsent(object.getClass(), this::ofUsers);
  }

  private Class<?> ofUsers(Class<?> type) {
    for (Class<?> level = type; level != null; level = level.getSuperclass()) {
      if (named(level).isPresent()) {
        return level;
      }
    }
    return type;
  }

  private Optional<Shape> shape(Class<?> type) {
    return named(types.computeIfAbsent(type, this::ofUsers));
  }

  private Optional<Shape> named(Class<?> type) {
    return Optional.ofNullable(type.getCanonicalName())
        .filter(name -> !name.startsWith("java."))
        .flatMap(shapes::find);
  }
}
