package dev.shelftwin.draft;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.MethodSignature;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The methods in the users' code that may be mappers, by the types that they take and return. */
final class MappingMethods {

  /** The largest number of parameters of a method that counts as a mapper. */
  private static final int MOST_PARAMETERS = 3;

  /**
   * The last words of the names of classes whose methods do more than map, whatever they return.
   */
  private static final Set<String> OTHER_WORK =
      Set.of(
          "client",
          "controller",
          "dao",
          "endpoint",
          "handler",
          "interceptor",
          "listener",
          "manager",
          "operation",
          "repository",
          "resource",
          "service",
          "validator");

  /** The last words of the names of classes that look up or make objects for a mapper. */
  private static final Set<String> HELPERS =
      Set.of(
          "assembler",
          "converter",
          "dao",
          "factory",
          "finder",
          "manager",
          "mapper",
          "provider",
          "repository",
          "service");

  /** The last words of the names of classes that take what is sent, and answer with it. */
  private static final Set<String> SERVING =
      Set.of("controller", "endpoint", "resource", "service");

  /** The first words of the names of methods that only map, whatever their classes do. */
  private static final Set<String> CONVERTING =
      Set.of("as", "convert", "from", "map", "to", "transform", "translate");

  /** Methods whose names begin with these words do not map, even if they return an object. */
  private static final Set<String> OTHER_ACTS = Set.of("delete", "remove");

  private static final Set<String> ACCESSORS = Set.of("add", "get", "is", "remove", "set", "with");

  private final List<MethodSignature> all = new ArrayList<>();

  /** The types that one type alone is turned into. */
  private final Map<TypeRef, Set<TypeRef>> targets = new HashMap<>();

  /** The binary names of classes with a method that maps a type to one of another package. */
  private final Set<String> crossing = new LinkedHashSet<>();

  private final Set<TypeRef> taken = new HashSet<>();
  private final Set<TypeRef> answered = new HashSet<>();
  private final Set<String> packages;

  MappingMethods(Shapes shapes) {
    this.packages = Set.copyOf(shapes.packages());
    for (String packageName : shapes.packages()) {
      for (String type : shapes.namesIn(packageName)) {
        String name = packageName.isEmpty() ? type : packageName + "." + type;
        List<MethodSignature> methods = shapes.methods(name);
        boolean data = showsParts(methods);
        for (MethodSignature method : methods) {
          if (serves(method) && !(data && isAccessor(method))) {
            method.parameters().forEach(one -> taken.add(Container.held(one).erased()));
            answered.add(Container.held(method.returns()).erased());
          }
          if (mayMap(method)) {
            all.add(method);
            addTarget(method, data, shapes);
          }
        }
      }
    }
    List.copyOf(crossing).forEach(owner -> addParts(owner, shapes));
  }

  /** Adds the inner objects that a class creates; what its methods fill or return is none. */
  private void addParts(String owner, Shapes shapes) {
    Set<TypeRef> whole =
        all.stream()
            .filter(method -> method.owner().binaryName().equals(owner))
            .flatMap(
                method ->
                    method.parameters().size() == 1 && !method.returns().name().equals("void")
                        ? Stream.of(method.returns())
                        : Stream.concat(method.parameters().stream(), Stream.of(method.returns())))
            .map(TypeRef::erased)
            .collect(Collectors.toSet());
    CopiedParts.of(shapes.copies(owner)).stream()
        .filter(part -> !whole.contains(part.to()))
        .forEach(part -> addTarget(part.from(), part.to(), owner));
  }

  /** Whether getters show all that a type stores, as none shows the collaborators of a mapper. */
  private static boolean isData(TypeRef type, Shapes shapes) {
    List<Field> stored = shapes.find(type).stream().flatMap(Shape::storedFields).toList();
    return !stored.isEmpty() && stored.stream().allMatch(MappingMethods::hasGetter);
  }

  private static boolean hasGetter(Field field) {
    return field.reader().filter(reader -> reader.kind() == Access.Kind.METHOD).isPresent();
  }

  /** Whether a good part of an object's methods only read it. */
  private static boolean showsParts(List<MethodSignature> methods) {
    List<MethodSignature> ofObject =
        methods.stream().filter(method -> !method.isStatic() && !method.isConstructor()).toList();
    long getters =
        ofObject.stream()
            .filter(method -> method.parameters().isEmpty() && isAccessor(method))
            .count();
    return 3 * getters >= ofObject.size();
  }

  /** Whether a method is given something that looks up or makes what it cannot carry. */
  static boolean isHelped(MethodSignature method) {
    return method.parameters().stream().anyMatch(MappingMethods::isHelper);
  }

  /** Whether a type is named like one whose objects look up or make what a mapper needs. */
  static boolean isHelper(TypeRef type) {
    return NameWords.of(type.simpleName()).last().anyOf(HELPERS);
  }

  /** Whether a type is a primitive or from the JDK: such a parameter is not the mapped object. */
  private static boolean isValue(TypeRef type) {
    return type.isPrimitive() || type.packageName().startsWith("java.");
  }

  private static boolean mayMap(MethodSignature method) {
    long parameters = method.parameters().stream().filter(type -> !isHelper(type)).count();
    return !method.isAbstract()
        && (makesOwner(method) || converts(method) || !owner(method).last().anyOf(OTHER_WORK))
        && !OTHER_ACTS.contains(NameWords.of(method.name()).all().get(0))
        && parameters <= MOST_PARAMETERS
        && (!method.parameters().isEmpty() || !method.isStatic())
        && (!method.returns().isPrimitive() || !method.parameters().isEmpty());
  }

  /** Whether the name of a method says that it maps: toView, mapToView, shelfToView. */
  static boolean converts(MethodSignature method) {
    List<String> words = NameWords.of(method.name()).all();
    int to = words.lastIndexOf("to");
    return CONVERTING.contains(words.get(0))
        || (to > 0
            && to < words.size() - 1
            && method.parameters().stream().anyMatch(type -> isNamed(type, words.subList(0, to))));
  }

  private static boolean isNamed(TypeRef type, List<String> words) {
    return NameWords.of(type.simpleName()).all().containsAll(words)
        || (words.size() == 1 && TypeNames.isUsualAffix(words.get(0)));
  }

  private static boolean serves(MethodSignature method) {
    return method.visibility() == Visibility.PUBLIC
        && !method.isConstructor()
        && owner(method).last().anyOf(SERVING);
  }

  private static NameWords owner(MethodSignature method) {
    return NameWords.of(method.owner().simpleName()).withoutLast("impl");
  }

  /** Whether services take objects of a type, or answer with them. */
  boolean isServed(TypeRef type, boolean inward) {
    return (inward ? taken : answered).contains(type.erased());
  }

  /** Whether a method only makes an object of its class, whatever that is called. */
  private static boolean makesOwner(MethodSignature method) {
    return method.isConstructor()
        || (method.isStatic() && method.returns().erased().equals(method.owner().erased()));
  }

  /** All of them. */
  List<MethodSignature> all() {
    return List.copyOf(all);
  }

  /**
   * Whether a method makes an object of one type from one of another, or fills it. If one of them
   * holds the other, it more likely reads or wraps it.
   */
  boolean map(Shape from, Shape to) {
    return abstractions(from).stream().anyMatch(type -> targets(type).contains(to.type().erased()))
        && !holds(from, to)
        && !holds(to, from);
  }

  /**
   * A type, and what it implements or extends under a part of its name, or under a name that begins
   * with its own, as {@code KilnParts} does for {@code KilnEntity}: methods may take its objects as
   * such.
   */
  static Set<TypeRef> abstractions(Shape shape) {
    NameWords name = NameWords.of(shape.type().simpleName());
    List<String> words = name.all();
    boolean affix = words.size() > 1 && TypeNames.isUsualAffix(words.get(words.size() - 1));
    List<String> begin = affix ? words.subList(0, words.size() - 1) : words;
    return Stream.concat(
            Stream.of(shape.type()),
            shape.supertypes().stream()
                .filter(
                    type -> {
                      NameWords other = NameWords.of(type.simpleName());
                      return name.contains(other) || other.startsWith(begin);
                    }))
        .map(TypeRef::erased)
        .collect(Collectors.toSet());
  }

  private Set<TypeRef> targets(TypeRef from) {
    return targets.getOrDefault(from.erased(), Set.of());
  }

  /**
   * Whether a method makes objects of a type from others, or others from them; a copy of what it
   * extends or implements does not count.
   */
  boolean isMapped(Shape shape) {
    TypeRef type = shape.type().erased();
    Predicate<TypeRef> isOther = one -> !one.equals(type) && !shape.supertypes().contains(one);
    return targets(type).stream().anyMatch(isOther)
        || targets.keySet().stream().filter(isOther).anyMatch(from -> targets(from).contains(type));
  }

  /** Whether a type has a field of another type, or of an interface that only the other has. */
  static boolean holds(Shape one, Shape other) {
    return one.storedFields()
        .map(field -> Container.held(field.type()).erased())
        .anyMatch(
            held ->
                held.equals(other.type().erased())
                    || (other.supertypes().contains(held) && !one.supertypes().contains(held)));
  }

  /**
   * Adds what a method makes.
   *
   * @param data whether its owner shows its parts, of which a method may get one by a key
   */
  private void addTarget(MethodSignature method, boolean data, Shapes shapes) {
    TypeRef owner = method.owner().erased();
    TypeRef made = method.isConstructor() ? owner : method.returns().present().erased();
    boolean ofObject = !method.isStatic() && !method.isConstructor();
    boolean alone = method.parameters().isEmpty();
    boolean helped = isHelped(method);
    boolean gets = method.name().startsWith("get") && !alone && !data;
    if (ofObject && ((isAccessor(method) && !gets && !helped) || (!alone && made.equals(owner)))) {
      return; // it reads or sets a part of the object
    }
    if (ofObject && (alone || helped || (converts(method) && isData(owner, shapes)))) {
      addTarget(owner, made, owner.binaryName());
    }
    List<TypeRef> given =
        method.parameters().stream()
            .map(type -> type.present().erased())
            .filter(type -> !type.name().equals("boolean")) // says how much is mapped, or how
            .toList();
    if (!given.isEmpty() && !isValue(given.get(0)) && !made.name().equals("void")) {
      given = given.stream().filter(type -> !isValue(type)).toList();
    }
    addTarget(given, owner, made);
    if (helped) {
      addTarget(given.stream().filter(type -> !isHelper(type)).toList(), owner, made);
    }
  }

  private void addTarget(List<TypeRef> given, TypeRef owner, TypeRef made) {
    boolean returnsNothing = made.name().equals("void");
    if (given.size() == 1) {
      addTarget(given.get(0), returnsNothing ? owner : made, owner.binaryName());
    } else if (given.size() == 2 && (returnsNothing || made.equals(given.get(1)))) {
      addTarget(given.get(0), given.get(1), owner.binaryName());
    }
  }

  /** Whether a method reads or writes a part of an object, by its name. */
  static boolean isAccessor(MethodSignature method) {
    return ACCESSORS.contains(NameWords.of(method.name()).all().get(0));
  }

  private void addTarget(TypeRef from, TypeRef to, String owner) {
    if (packages.contains(from.packageName()) && packages.contains(to.packageName())) {
      targets.computeIfAbsent(from, key -> new HashSet<>()).add(to);
      if (!from.packageName().equals(to.packageName())) {
        crossing.add(owner);
      }
    }
  }
}
