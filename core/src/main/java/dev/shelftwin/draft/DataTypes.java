package dev.shelftwin.draft;

import dev.shelftwin.facts.Frameworks;
import dev.shelftwin.ledger.LayerTypes;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.MethodSignature;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * The types of one layer that hold data.
 *
 * @param layer the layer
 * @param types which of the types of its packages belong to it, if several layers share a package
 */
record DataTypes(Layer layer, Predicate<TypeRef> types) {

  /** The last words of the names of types that process data, or that select it. */
  private static final Set<String> ACTIVE =
      Set.of(
          "action",
          "adapter",
          "application",
          "assembler",
          "builder",
          "client",
          "command",
          "config",
          "configuration",
          "controller",
          "converter",
          "criteria",
          "dao",
          "deployer",
          "deserializer",
          "endpoint",
          "exception",
          "executor",
          "factory",
          "feature",
          "filter",
          "handler",
          "helper",
          "interceptor",
          "listener",
          "manager",
          "mapper",
          "marshaller",
          "operation",
          "params",
          "plugin",
          "processor",
          "properties",
          "provider",
          "query",
          "repository",
          "resolver",
          "serializer",
          "service",
          "strategy",
          "synchronizer",
          "util",
          "utils",
          "validator");

  /**
   * The first words of requests that hold no data of a thing, such as {@code GetKilnRequest}: they
   * say which things to read or to remove.
   */
  private static final Set<String> SELECTING =
      Set.of(
          "count", "delete", "exists", "fetch", "find", "get", "list", "lookup", "query", "read",
          "remove", "search");

  /** Methods that all objects have. */
  private static final Set<String> OF_ALL = Set.of("clone", "equals", "hashCode", "toString");

  public DataTypes {
    Objects.requireNonNull(layer, "layer");
    Objects.requireNonNull(types, "types");
  }

  List<Shape> shapes(Shapes shapes) {
    return new LayerTypes(shapes)
        .packages(layer).stream()
            .flatMap(packageName -> in(packageName, shapes).stream())
            .filter(shape -> types.test(shape.type()))
            .filter(shape -> layer.role() != Role.PERSISTENCE || !shape.isOpenInterface())
            .filter(
                shape -> layer.packages().hasType(shape.type().packageName(), shape.type().name()))
            .sorted(Comparator.comparing(shape -> shape.type().name()))
            .toList();
  }

  /** The types of a package that hold data, with those that are nested in others. */
  static List<Shape> in(String packageName, Shapes shapes) {
    return shapes.namesIn(packageName).stream()
        .flatMap(name -> shapes.find(packageName + "." + name).stream())
        .flatMap(shape -> withNested(shape, shapes))
        .filter(shape -> holdsData(shape, shapes) && !shapes.isImplementation(shape))
        .distinct()
        .toList();
  }

  private static Stream<Shape> withNested(Shape shape, Shapes shapes) {
    return Stream.concat(
        Stream.of(shape),
        shapes.nestedIn(shape.type().qualifiedName()).stream()
            .flatMap(name -> shapes.find(name).stream())
            .flatMap(nested -> withNested(nested, shapes)));
  }

  private static boolean holdsData(Shape shape, Shapes shapes) {
    boolean helper =
        shape.has(ShapeTrait.MAPPED_SUPERCLASS) || shape.has(ShapeTrait.COLUMN_CONVERTER);
    boolean generic = !shape.type().arguments().isEmpty(); // only a person knows the arguments
    boolean values = shape.kind() == Shape.Kind.ENUM || shape.kind() == Shape.Kind.ANNOTATION;
    if (values || helper || generic || isActive(shape)) {
      return false;
    }
    if (shape.isAbstract()) {
      return !shape.permits().isEmpty() || shape.isEntity() || hasAccessorsOnly(shape, shapes);
    }
    boolean hidden = !shape.hasColumns() && methods(shape, shapes).anyMatch(DataTypes::isWork);
    Visibility least = hidden ? Visibility.PUBLIC : Visibility.PACKAGE;
    long fields = shape.storedFields().count();
    return fields > 0
        && !isDescription(shape, shapes)
        && 2 * shape.storedFields().filter(one -> isOpen(one, least)).count() >= fields;
  }

  /**
   * Whether a type describes data to a library instead of holding it: a public field is an object
   * of the library that nobody sets.
   */
  private static boolean isDescription(Shape shape, Shapes shapes) {
    return shape
        .storedFields()
        .filter(field -> field.writer().isEmpty() && isOfLibrary(field.type(), shapes))
        .filter(field -> field.reader().filter(DataTypes::isPublicField).isPresent())
        .anyMatch(
            field ->
                shape.creators().stream()
                    .flatMap(creator -> creator.parameters().stream())
                    .noneMatch(parameter -> parameter.name().equals(field.name())));
  }

  private static boolean isPublicField(Access access) {
    return access.kind() == Access.Kind.FIELD && access.visibility() == Visibility.PUBLIC;
  }

  private static boolean isOfLibrary(TypeRef type, Shapes shapes) {
    return !type.isPrimitive()
        && !type.packageName().startsWith("java.")
        && !shapes.packages().contains(type.packageName());
  }

  /** Whether an interface reads and writes fields, or only reads those of what is sent. */
  private static boolean hasAccessorsOnly(Shape shape, Shapes shapes) {
    if (shape.kind() != Shape.Kind.INTERFACE) {
      return false;
    }
    List<MethodSignature> all = methods(shape, shapes).toList();
    long getters = all.stream().filter(method -> method.parameters().isEmpty()).count();
    long setters = all.stream().filter(method -> method.name().startsWith("set")).count();
    return (setters > 0 && 2 * setters >= getters)
        ? all.stream().noneMatch(DataTypes::isWork)
        : getters > 0 && getters == all.size() && RoleGuess.isNamedLikeSentTypes(shape);
  }

  private static Stream<MethodSignature> methods(Shape shape, Shapes shapes) {
    return shapes.methods(shape.type().qualifiedName()).stream()
        .filter(method -> method.owner().equals(shape.type().erased()));
  }

  /** Whether a method does more than to read or write a part of its object. */
  private static boolean isWork(MethodSignature method) {
    return !method.isConstructor()
        && !method.isStatic()
        && !MappingMethods.isAccessor(method)
        && !OF_ALL.contains(method.name());
  }

  /** Whether the name says that it does something with data, and no annotation says otherwise. */
  private static boolean isActive(Shape shape) {
    return isActive(shape.type().simpleName())
        && !shape.isEntity()
        && !Frameworks.isWrittenToDocuments(shape);
  }

  /** Whether its objects are those of several types, each with fields of its own. */
  static boolean isFamily(Shape shape) {
    return shape.isAbstract() && !shape.isOpenInterface();
  }

  /** Whether a name is that of types that do something with data. */
  static boolean isActive(String name) {
    NameWords words = NameWords.of(name).withoutLast("impl");
    NameWords last = words.last();
    boolean selects =
        words.all().size() > 2 // a count request may be about a count
            && last.anyOf(Set.of("request"))
            && SELECTING.contains(words.all().get(0));
    return selects || last.anyOf(ACTIVE) || last.anyRootOf(ACTIVE);
  }

  /** Whether a field can be read or written from outside; rows need not be public. */
  private static boolean isOpen(Field field, Visibility least) {
    return Stream.concat(field.reader().stream(), field.writer().stream())
        .map(Access::visibility)
        .anyMatch(visibility -> visibility.compareTo(least) <= 0);
  }
}
