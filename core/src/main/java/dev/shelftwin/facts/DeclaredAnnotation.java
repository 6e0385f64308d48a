package dev.shelftwin.facts;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * An annotation of a declaration, with the values of its members.
 *
 * @param packageName the package of the annotation's type
 * @param name its name within the package, nested types with dots
 * @param values the members with their values, defaults included: texts, numbers and booleans as
 *     they are, constants of enumerations by name, lists, and {@link DeclaredAnnotation}s
 */
public record DeclaredAnnotation(String packageName, String name, Map<String, Object> values) {

  public DeclaredAnnotation {
    Objects.requireNonNull(packageName, "packageName");
    Objects.requireNonNull(name, "name");
    values = Map.copyOf(new LinkedHashMap<>(values));
  }

  public String qualifiedName() {
    return packageName.isEmpty() ? name : packageName + "." + name;
  }

  boolean isOf(Set<String> packages, String simpleName) {
    return simpleName().equals(simpleName) && packages.contains(packageName);
  }

  String simpleName() {
    return name.substring(name.lastIndexOf('.') + 1);
  }

  Optional<Object> value(String member) {
    return Optional.ofNullable(values.get(member));
  }
}
