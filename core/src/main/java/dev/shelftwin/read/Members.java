package dev.shelftwin.read;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/**
 * The instance members of a class, inherited ones first. A field hides one of the same name above
 * it, a method overrides one of the same name and count of parameters.
 */
final class Members {

  private static final Set<String> OF_EVERY_OBJECT =
      Set.of("toString", "hashCode", "getClass", "clone", "notify", "notifyAll", "wait");

  private final Map<String, VariableElement> fields = new LinkedHashMap<>();
  private final Map<String, ExecutableElement> getters = new LinkedHashMap<>();
  private final Map<String, ExecutableElement> setters = new LinkedHashMap<>();

  Members(TypeElement type) {
    for (TypeElement level : lineage(type)) {
      for (VariableElement field : ElementFilter.fieldsIn(level.getEnclosedElements())) {
        if (!isStatic(field)) {
          fields.put(field.getSimpleName().toString(), field);
        }
      }
      for (ExecutableElement method : ElementFilter.methodsIn(level.getEnclosedElements())) {
        if (!isStatic(method) && !method.getModifiers().contains(Modifier.PRIVATE)) {
          add(method);
        }
      }
    }
  }

  /** Fields by name. */
  Map<String, VariableElement> fields() {
    return fields;
  }

  /**
   * The method that reads the field of that name: {@code name()}, {@code getName()}, {@code
   * isName()}.
   */
  Optional<ExecutableElement> getter(String field) {
    return Stream.of(field, "get" + capital(field), "is" + capital(field))
        .map(getters::get)
        .filter(method -> method != null)
        .findFirst();
  }

  /** The method that writes the field of that name: {@code setName(value)}. */
  Optional<ExecutableElement> setter(String field) {
    return Optional.ofNullable(setters.get("set" + capital(field)));
  }

  /** What methods compute: those that return something no field keeps, by the name they give it. */
  Map<String, ExecutableElement> computed() {
    Map<String, ExecutableElement> computed = new LinkedHashMap<>();
    getters.forEach(
        (name, method) -> {
          String property = property(name);
          if (!fields.containsKey(property) && !fields.containsKey(name)) {
            computed.putIfAbsent(property, method);
          }
        });
    return computed;
  }

  private void add(ExecutableElement method) {
    String name = method.getSimpleName().toString();
    int parameters = method.getParameters().size();
    boolean returns = method.getReturnType().getKind() != TypeKind.VOID;
    if (parameters == 0 && returns && !OF_EVERY_OBJECT.contains(name)) {
      getters.put(name, method);
    } else if (parameters == 1 && name.startsWith("set")) {
      setters.put(name, method);
    }
  }

  private static List<TypeElement> lineage(TypeElement type) {
    Deque<TypeElement> lineage = new ArrayDeque<>();
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

  private static String property(String method) {
    for (String prefix : List.of("get", "is")) {
      if (method.length() > prefix.length()
          && method.startsWith(prefix)
          && Character.isUpperCase(method.charAt(prefix.length()))) {
        String rest = method.substring(prefix.length());
        return rest.substring(0, 1).toLowerCase(Locale.ROOT) + rest.substring(1);
      }
    }
    return method;
  }

  private static String capital(String name) {
    return name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1);
  }
}
