package dev.shelftwin.shape;

import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * A type in a layer.
 *
 * @param type the type, with its type arguments; without them the bounds of its variables
 * @param kind what it is declared as
 * @param hierarchy its supertypes and permitted subtypes, without those of the JDK
 * @param fields inherited fields first, then its own in the order of the declarations, then
 *     computed ones: methods without parameters that return something no field stores
 * @param methods its constructors and methods
 * @param constants the constants of an enumeration in order; empty for other types
 * @param facts what the declaration says
 * @param place where it is declared
 */
public record Shape(
    TypeRef type,
    Kind kind,
    Hierarchy hierarchy,
    List<Field> fields,
    Methods methods,
    List<String> constants,
    ShapeFacts facts,
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
    Objects.requireNonNull(hierarchy, "hierarchy");
    fields = List.copyOf(fields);
    Objects.requireNonNull(methods, "methods");
    constants = List.copyOf(constants);
    Objects.requireNonNull(facts, "facts");
    Objects.requireNonNull(place, "place");
  }

  /**
   * The types above and below a type.
   *
   * @param supertypes everything that it extends or implements, without type arguments
   * @param permits the permitted subtypes of a sealed type; empty for other types
   */
  public record Hierarchy(Set<TypeRef> supertypes, List<TypeRef> permits) {

    /** A type without supertypes and subtypes. */
    public static final Hierarchy NONE = new Hierarchy(Set.of(), List.of());

    public Hierarchy {
      supertypes = Set.copyOf(supertypes);
      permits = List.copyOf(permits);
    }
  }

  /**
   * The constructors and methods of a type.
   *
   * @param constructors of a type that can be instantiated
   * @param statics static methods that return something, and builders
   * @param converters methods that convert one value to another, such as those of a JPA {@code
   *     AttributeConverter}; only of stateless types with a constructor without parameters
   */
  public record Methods(
      List<Creator> constructors, List<Creator> statics, List<Creator> converters) {
    public Methods {
      constructors = List.copyOf(constructors);
      statics = List.copyOf(statics);
      converters = List.copyOf(converters);
    }
  }

  /**
   * What the declaration of a type says, independent of any framework.
   *
   * @param traits how its objects are stored or written
   * @param annotations the qualified names of its annotations
   * @param table the table of its objects; empty if it has none of its own
   * @param printsFields whether its text shows every field: true for a record without a {@code
   *     toString} of its own (JLS §8.10.3)
   * @param unset the constant that stands for no value, which is none of the shape's constants;
   *     empty if there is none
   * @param exclusive groups of fields of which at most one has a value
   */
  public record ShapeFacts(
      Set<ShapeTrait> traits,
      List<String> annotations,
      Optional<Table> table,
      boolean printsFields,
      Optional<String> unset,
      List<Set<String>> exclusive) {

    /** Nothing is known. */
    public static final ShapeFacts NONE =
        new ShapeFacts(Set.of(), List.of(), Optional.empty(), false, Optional.empty(), List.of());

    /** These facts with the constant that stands for no value. */
    public ShapeFacts with(Optional<String> unsetConstant) {
      return new ShapeFacts(traits, annotations, table, printsFields, unsetConstant, exclusive);
    }

    /** Facts of a message, of which only these are known. */
    public static ShapeFacts ofMessage(List<Set<String>> exclusiveFields) {
      return new ShapeFacts(
          Set.of(ShapeTrait.MESSAGE),
          List.of(),
          Optional.empty(),
          false,
          Optional.empty(),
          exclusiveFields);
    }

    public ShapeFacts {
      traits = Set.copyOf(traits);
      annotations = List.copyOf(annotations);
      Objects.requireNonNull(table, "table");
      Objects.requireNonNull(unset, "unset");
      exclusive = List.copyOf(exclusive);
    }
  }

  /** This shape with other fields. */
  public Shape with(List<Field> others) {
    return new Shape(type, kind, hierarchy, others, methods, constants, facts, place);
  }

  /** This shape with one trait more. */
  public Shape with(ShapeTrait trait) {
    Set<ShapeTrait> traits = EnumSet.of(trait);
    traits.addAll(facts.traits());
    ShapeFacts more =
        new ShapeFacts(
            traits,
            facts.annotations(),
            facts.table(),
            facts.printsFields(),
            facts.unset(),
            facts.exclusive());
    return new Shape(type, kind, hierarchy, fields, methods, constants, more, place);
  }

  /** The field of that name, stored or computed. */
  public Optional<Field> field(String name) {
    return fields.stream().filter(field -> field.name().equals(name)).findFirst();
  }

  /** The fields that the object stores. */
  public Stream<Field> storedFields() {
    return fields.stream().filter(Field::stored);
  }

  public Set<TypeRef> supertypes() {
    return hierarchy.supertypes();
  }

  public List<TypeRef> permits() {
    return hierarchy.permits();
  }

  public List<Creator> constructors() {
    return methods.constructors();
  }

  public List<Creator> statics() {
    return methods.statics();
  }

  public List<Creator> converters() {
    return methods.converters();
  }

  public List<String> annotations() {
    return facts.annotations();
  }

  public Optional<Table> table() {
    return facts.table();
  }

  /** The constant that stands for no value; empty if there is none. */
  public Optional<String> unset() {
    return facts.unset();
  }

  /**
   * Whether more fields would have a value than an object keeps.
   *
   * @param hasValue whether the field of that name would have one
   */
  public boolean hasTooMany(Predicate<String> hasValue) {
    return facts.exclusive().stream()
        .anyMatch(group -> group.stream().filter(hasValue).count() > 1);
  }

  public boolean printsFields() {
    return facts.printsFields();
  }

  public boolean has(ShapeTrait trait) {
    return facts.traits().contains(trait);
  }

  public boolean isEntity() {
    return has(ShapeTrait.ENTITY);
  }

  public boolean isEmbeddable() {
    return has(ShapeTrait.EMBEDDABLE);
  }

  /** Whether its fields are columns of a table, its own or another's. */
  public boolean hasColumns() {
    return isEntity() || isEmbeddable();
  }

  /** Whether only subtypes have objects. */
  public boolean isAbstract() {
    boolean isDeclaredSo = kind == Kind.ABSTRACT_CLASS || kind == Kind.INTERFACE;
    return isDeclaredSo && !has(ShapeTrait.IMPLEMENTED);
  }

  /** Whether it is an interface that any class may implement. */
  public boolean isOpenInterface() {
    return kind == Kind.INTERFACE && permits().isEmpty() && isAbstract();
  }

  /** Whether it extends or implements another type. */
  public boolean isSubtypeOf(Shape other) {
    return supertypes().contains(other.type.erased());
  }

  /** The constructors, then the static methods that return this type. */
  public List<Creator> creators() {
    return Stream.concat(constructors().stream(), statics().stream().filter(this::returnsThis))
        .toList();
  }

  private boolean returnsThis(Creator method) {
    return method.returns().erased().equals(type.erased());
  }

  /** The name without the package. */
  @Override
  public String toString() {
    return type.toString();
  }
}
