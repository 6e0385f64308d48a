package dev.shelftwin.draft;

import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Objects;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The types of a layer.
 *
 * @param role the role of the layer
 * @param types a package such as {@code coop.kiln.store}, or types such as {@code coop.kiln.*Row}
 */
public record LayerPackage(Role role, String types) {

  public LayerPackage {
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(types, "types");
  }

  String packageName() {
    int dot = types.lastIndexOf('.');
    return namesTypes() ? types.substring(0, Math.max(0, dot)) : types;
  }

  /** Whether a type is one of these, or nested in one. */
  static Predicate<TypeRef> anyOf(List<LayerPackage> packages) {
    return type -> packages.stream().anyMatch(one -> one.has(type));
  }

  private boolean has(TypeRef type) {
    return type.packageName().equals(packageName())
        && (!namesTypes() || pattern().matcher(type.name()).matches());
  }

  private Pattern pattern() {
    return Pattern.compile(
        Stream.of(lastWord().split("\\*", -1)).map(Pattern::quote).collect(Collectors.joining(".*"))
            + "([.].*)?");
  }

  /** The last part of the package's name. */
  String lastOfPackage() {
    return packageName().substring(packageName().lastIndexOf('.') + 1);
  }

  private boolean namesTypes() {
    return lastWord().contains("*")
        || (!lastWord().isEmpty() && Character.isUpperCase(lastWord().charAt(0)));
  }

  private String lastWord() {
    return types.substring(types.lastIndexOf('.') + 1);
  }
}
