package dev.shelftwin.source;

import dev.shelftwin.facts.Facts;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.PackageElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Types;

/**
 * The instance members of a class, inherited ones first. A field hides one of the same name above
 * it, a method overrides one of the same name and count of parameters.
 */
final class Members {

  private static final Set<String> OF_EVERY_OBJECT =
      Set.of("toString", "hashCode", "getClass", "clone", "notify", "notifyAll", "wait");

  private final AnnotationReader annotations;
  private final Map<String, VariableElement> fields = new LinkedHashMap<>();
  private final Map<String, ExecutableElement> getters = new LinkedHashMap<>();
  private final Map<String, List<ExecutableElement>> takers = new LinkedHashMap<>();
  private final Map<String, Optional<ExecutableElement>> readers = new HashMap<>();

  /**
   * @param bodies what the members of a type do
   */
  Members(TypeElement type, AnnotationReader annotations, Function<TypeElement, BodyFacts> bodies) {
    this.annotations = annotations;
    List<TypeElement> lineage = lineage(type);
    Set<TypeElement> ofLibraries = ofLibraries(lineage, type);
    for (TypeElement level : lineage) {
      for (ExecutableElement method : ElementFilter.methodsIn(level.getEnclosedElements())) {
        boolean hidden = method.getModifiers().contains(Modifier.PRIVATE);
        if (!isStatic(method) && !hidden && isOwn(method)) {
          add(method);
        }
      }
      if (ofLibraries.contains(level)) {
        getters.values().removeIf(method -> isOf(level, method, method.getReturnType()));
      }
    }
    for (TypeElement level : lineage) {
      Map<String, String> shown = ShownNames.of(level, bodies.apply(level), getters.keySet());
      for (VariableElement field : ElementFilter.fieldsIn(level.getEnclosedElements())) {
        boolean ofLibrary = ofLibraries.contains(level) && isOf(level, field, field.asType());
        if (!isStatic(field) && isOwn(field) && !isOfJdk(level) && !ofLibrary) {
          String name = field.getSimpleName().toString();
          fields.put(shown.getOrDefault(name, name), field);
        }
      }
    }
  }

  /** Fields by the names that methods give them, or by their own. */
  Map<String, VariableElement> fields() {
    return fields;
  }

  /**
   * The method that reads the field of that name: {@code name()}, {@code getName()}, {@code
   * isName()}; if there is none, one that writes the name with other capitals, as {@code getURL()}
   * for {@code url} (JavaBeans 1.01, §8.8).
   */
  Optional<ExecutableElement> getter(String field) {
    return readers.computeIfAbsent(field, this::findGetter);
  }

  private Optional<ExecutableElement> findGetter(String field) {
    List<String> names = List.of(field, "get" + capital(field), "is" + capital(field));
    return names.stream()
        .map(getters::get)
        .filter(method -> method != null)
        .findFirst()
        .or(() -> names.stream().skip(1).flatMap(name -> inAnyCase(getters, name)).findFirst());
  }

  private static <T> Stream<T> inAnyCase(Map<String, T> byName, String name) {
    return byName.entrySet().stream()
        .filter(entry -> entry.getKey().equalsIgnoreCase(name))
        .map(Map.Entry::getValue);
  }

  /**
   * The method that writes a field: {@code setName(value)}, otherwise one with other capitals; of
   * several the one that takes the field's own type, else the one that was declared last.
   */
  Optional<ExecutableElement> setter(String field, TypeMirror type, Types types) {
    String name = "set" + capital(field);
    List<ExecutableElement> all =
        takers.containsKey(name)
            ? takers.get(name)
            : inAnyCase(takers, name).findFirst().orElse(List.of());
    return all.stream()
        .filter(method -> types.isSameType(method.getParameters().get(0).asType(), type))
        .findFirst()
        .or(() -> all.isEmpty() ? Optional.empty() : Optional.of(all.get(all.size() - 1)));
  }

  /**
   * The methods that take one of the elements of a field: {@code addShelf(shelf)} for shelves; of
   * the field's own name or of one that it is the plural of.
   */
  Stream<ExecutableElement> takers(String verb, String field) {
    String name = capital(field);
    return Stream.of(
            name,
            cut(name, "s", ""),
            cut(name, "es", ""),
            cut(name, "ies", "y"),
            cut(name, "ves", "f"),
            "")
        .distinct()
        .flatMap(one -> takers.getOrDefault(verb + one, List.of()).stream());
  }

  private static String cut(String name, String end, String put) {
    return name.endsWith(end) ? name.substring(0, name.length() - end.length()) + put : name;
  }

  /** What methods compute: those that return something no field keeps, by the name they give it. */
  Map<String, ExecutableElement> computed() {
    Map<String, ExecutableElement> computed = new LinkedHashMap<>();
    Set<ExecutableElement> reading = new HashSet<>();
    fields.keySet().forEach(field -> getter(field).ifPresent(reading::add));
    getters.forEach(
        (name, method) -> {
          String property = property(name);
          boolean kept = fields.containsKey(property) || fields.containsKey(name);
          if (!kept && !reading.contains(method)) {
            computed.putIfAbsent(property, method);
          }
        });
    return computed;
  }

  private void add(ExecutableElement method) {
    String name = unmangled(method.getSimpleName().toString());
    int parameters = method.getParameters().size();
    boolean returns = method.getReturnType().getKind() != TypeKind.VOID;
    if (parameters == 0 && returns && !OF_EVERY_OBJECT.contains(name)) {
      getters.put(name, method);
    } else if (parameters == 1) {
      takers.computeIfAbsent(name, key -> new ArrayList<>()).add(method);
    }
  }

  /**
   * What a program wrote itself: a dollar sign begins the names of what tools add to classes (JLS
   * §3.8), and a transient field is no part of an object's state (JLS §8.3.1.3; Jakarta Persistence
   * 3.2, §2.2).
   */
  private boolean isOwn(Element member) {
    boolean added = member.getSimpleName().toString().startsWith("$");
    return !added && !(member.getKind().isField() && isPassing(member));
  }

  private boolean isPassing(Element field) {
    return field.getModifiers().contains(Modifier.TRANSIENT)
        || Facts.isTransient(annotations.readNames(field));
  }

  /** How a class of the JDK keeps its state is its own business. */
  private static boolean isOfJdk(TypeElement type) {
    return type.getQualifiedName().toString().startsWith("java.");
  }

  /** The superclasses that others wrote: packages of one owner begin with the same two words. */
  private static Set<TypeElement> ofLibraries(List<TypeElement> lineage, TypeElement type) {
    String owner = owner(type);
    return lineage.stream()
        .filter(level -> !owner(level).equals(owner))
        .collect(Collectors.toSet());
  }

  /**
   * Whether a library's class declares a member with types of that library, such as the links of
   * hypermedia: no data of those who extend the class.
   */
  private static boolean isOf(TypeElement level, Element member, TypeMirror result) {
    return level.equals(member.getEnclosingElement())
        && result instanceof DeclaredType declared
        && Stream.concat(Stream.of(declared), declared.getTypeArguments().stream())
            .filter(DeclaredType.class::isInstance)
            .map(part -> (TypeElement) ((DeclaredType) part).asElement())
            .anyMatch(part -> owner(part).equals(owner(level)));
  }

  private static String owner(TypeElement type) {
    Element element = type;
    while (!(element instanceof PackageElement owner)) {
      element = Objects.requireNonNull(element.getEnclosingElement());
    }
    return Stream.of(owner.getQualifiedName().toString().split("[.]"))
        .limit(2)
        .collect(Collectors.joining("."));
  }

  private static List<TypeElement> lineage(TypeElement type) {
    Deque<TypeElement> lineage = new ArrayDeque<>();
    if (type.getKind() == ElementKind.INTERFACE) {
      for (TypeMirror wider : type.getInterfaces()) {
        lineage(((TypeElement) ((DeclaredType) wider).asElement())).forEach(lineage::addFirst);
      }
      lineage.addLast(type);
      return List.copyOf(lineage);
    }
    TypeMirror level = type.asType();
    while (level instanceof DeclaredType declared && level.getKind() == TypeKind.DECLARED) {
      TypeElement element = (TypeElement) declared.asElement();
      if (element.getQualifiedName().contentEquals("java.lang.Object")
          || element.getQualifiedName().contentEquals("java.lang.Record")
          || element.getQualifiedName().contentEquals("java.lang.Enum")) {
        break;
      }
      lineage.addFirst(element);
      level = element.getSuperclass();
    }
    return List.copyOf(lineage);
  }

  private static boolean isStatic(Element member) {
    return member.getModifiers().contains(Modifier.STATIC);
  }

  static String property(String method) {
    for (String prefix : List.of("get", "is")) {
      if (method.length() > prefix.length()
          && method.startsWith(prefix)
          && Character.isUpperCase(method.charAt(prefix.length()))) {
        return uncapitalized(method.substring(prefix.length()));
      }
    }
    return method;
  }

  /**
   * The name of a method without what a compiler adds after a hyphen, which no name of the Java
   * language has, because of types that it replaces by others.
   */
  static String unmangled(String method) {
    int hyphen = method.indexOf('-');
    return hyphen < 0 ? method : method.substring(0, hyphen);
  }

  /** The property that a setter names; empty for other methods. */
  static Optional<String> propertyOfSetter(String method) {
    boolean isSetter =
        method.length() > 3 && method.startsWith("set") && Character.isUpperCase(method.charAt(3));
    return isSetter ? Optional.of(uncapitalized(method.substring(3))) : Optional.empty();
  }

  /** Without capitals at the beginning: {@code name} of Name, {@code urlText} of URLText. */
  private static String uncapitalized(String name) {
    int capitals = 0;
    while (capitals < name.length() && Character.isUpperCase(name.charAt(capitals))) {
      capitals++;
    }
    boolean word = capitals > 1 && capitals < name.length();
    int lower = word && Character.isLetter(name.charAt(capitals)) ? capitals - 1 : capitals;
    return name.substring(0, lower).toLowerCase(Locale.ROOT) + name.substring(lower);
  }

  private static String capital(String name) {
    return name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1);
  }
}
