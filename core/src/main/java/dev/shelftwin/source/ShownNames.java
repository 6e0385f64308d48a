package dev.shelftwin.source;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.util.ElementFilter;

/**
 * The names by which methods show fields that are named otherwise, such as {@code name} for {@code
 * _name}, or {@code key} for {@code id}.
 */
final class ShownNames {

  private ShownNames() {}

  /**
   * The shown names of the fields that a type itself declares, by the fields' own names; nothing
   * for a field that a method shows by its own name, or that methods show by several names. What
   * {@code getName()} shows is always one; what {@code name()} shows, where the field is private.
   * Of a field that no method simply returns, the name of its setter is taken.
   *
   * @param getters the names of the type's methods without parameters, inherited ones included
   */
  static Map<String, String> of(TypeElement type, BodyFacts body, Collection<String> getters) {
    Map<String, String> written = body.written();
    if ((body.shown().isEmpty() && written.isEmpty()) || type.getKind() == ElementKind.RECORD) {
      return Map.of();
    }
    Set<String> fields = new HashSet<>();
    Set<String> hidden = new HashSet<>();
    for (VariableElement field : ElementFilter.fieldsIn(type.getEnclosedElements())) {
      String name = field.getSimpleName().toString();
      fields.add(name);
      if (field.getModifiers().contains(Modifier.PRIVATE)) {
        hidden.add(name);
      }
    }
    Map<String, Set<String>> shown = new HashMap<>();
    Map<String, Set<String>> asBeans = new HashMap<>();
    body.shown()
        .forEach(
            (method, field) -> {
              String property = Members.property(method);
              boolean bean = !property.equals(method);
              if (getters.contains(method)
                  && !fields.contains(property)
                  && (bean || hidden.contains(field))) {
                Map<String, Set<String>> names = bean ? asBeans : shown;
                names.computeIfAbsent(field, any -> new HashSet<>()).add(property);
              }
            });
    shown.putAll(asBeans);
    written.forEach(
        (property, field) -> {
          boolean hasOwn = written.containsKey(field) || body.shown().containsValue(field);
          if (!fields.contains(property) && !hasOwn) {
            shown.computeIfAbsent(field, any -> new HashSet<>()).add(property);
          }
        });
    Map<String, String> names = new HashMap<>();
    shown.forEach(
        (field, all) -> {
          if (all.size() == 1 && fields.contains(field) && !isShown(field, getters)) {
            names.put(field, all.iterator().next());
          }
        });
    return names;
  }

  /** Whether a method has the name of a field, as {@link Members#getter} finds it. */
  private static boolean isShown(String field, Collection<String> getters) {
    return getters.stream()
        .anyMatch(
            getter ->
                getter.equals(field)
                    || getter.equalsIgnoreCase("get" + field)
                    || getter.equalsIgnoreCase("is" + field));
  }
}
