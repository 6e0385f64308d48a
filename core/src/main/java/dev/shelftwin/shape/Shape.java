package dev.shelftwin.shape;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * One type as it is in its layer.
 *
 * @param type itself, with the arguments it was asked for; of a generic type that was asked for
 *     without any, the bounds of its variables stand for them
 * @param kind what it is declared as
 * @param supertypes everything that it extends or implements, without type arguments; the JDK's own
 *     left out
 * @param permits what may extend or implement it, where it is sealed; empty otherwise
 * @param fields inherited ones first, then its own, in the order of the declarations; computed ones
 *     (methods without parameters that return something no field keeps) last
 * @param constructors of a type that can be made
 * @param statics static methods that return something
 * @param converters methods of an object without state that turn one value into another, such as
 *     those of a JPA {@code AttributeConverter}; only where the type can be made of nothing
 * @param constants of an enumeration, in order; empty for other types
 * @param annotations qualified names of its annotations
 * @param printed whether its text shows every field: a record's, unless it has a {@code toString}
 *     of its own (JLS §8.10.3)
 * @param place where it is declared
 */
public record Shape(
    TypeRef type,
    Kind kind,
    Set<TypeRef> supertypes,
    List<TypeRef> permits,
    List<Field> fields,
    List<Callable> constructors,
    List<Callable> statics,
    List<Callable> converters,
    List<String> constants,
    List<String> annotations,
    boolean printed,
    Place place) {

  /** What a type is declared as. */
  public enum Kind {
    RECORD,
    CLASS,
    ABSTRACT_CLASS,
    INTERFACE,
    ANNOTATION,
    ENUM
  }

  public Shape {
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(kind, "kind");
    supertypes = Set.copyOf(supertypes);
    permits = List.copyOf(permits);
    fields = List.copyOf(fields);
    constructors = List.copyOf(constructors);
    statics = List.copyOf(statics);
    converters = List.copyOf(converters);
    constants = List.copyOf(constants);
    annotations = List.copyOf(annotations);
    Objects.requireNonNull(place, "place");
  }

  /** The same with other fields. */
  public Shape with(List<Field> others) {
    return new Shape(
        type,
        kind,
        supertypes,
        permits,
        others,
        constructors,
        statics,
        converters,
        constants,
        annotations,
        printed,
        place);
  }

  /** The field of that name, stored or computed. */
  public Optional<Field> field(String name) {
    return fields.stream().filter(field -> field.name().equals(name)).findFirst();
  }

  /** The fields that the object keeps. */
  public Stream<Field> storedFields() {
    return fields.stream().filter(Field::stored);
  }

  /** Whether a JPA provider keeps its objects in a table (Jakarta Persistence 3.2, §2.1). */
  public boolean isEntity() {
    return annotations.stream().anyMatch(name -> name.endsWith(".persistence.Entity"));
  }

  /** Whether its fields are columns of the rows that hold it (Jakarta Persistence 3.2, §2.5). */
  public boolean isEmbeddable() {
    return annotations.stream().anyMatch(name -> name.endsWith(".persistence.Embeddable"));
  }

  /** Whether its fields are columns of a table, its own or another's. */
  public boolean hasColumns() {
    return isEntity() || isEmbeddable();
  }

  /** Whether only its kinds have objects. */
  public boolean isAbstract() {
    return kind == Kind.ABSTRACT_CLASS || kind == Kind.INTERFACE;
  }

  /** Whether it extends or implements another type. */
  public boolean isKindOf(Shape other) {
    return supertypes.contains(other.type.erased());
  }

  /** Everything that makes one: constructors, then static methods that return this type. */
  public List<Callable> makers() {
    return Stream.concat(constructors.stream(), statics.stream().filter(this::makesOne)).toList();
  }

  private boolean makesOne(Callable method) {
    return method.returns().erased().equals(type.erased());
  }

  /** The name without the package. */
  @Override
  public String toString() {
    return type.toString();
  }
}
