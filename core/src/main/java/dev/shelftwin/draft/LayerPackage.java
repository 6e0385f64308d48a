package dev.shelftwin.draft;

import dev.shelftwin.shape.Role;
import java.util.Objects;
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

  /** What the names of the types match. */
  Pattern pattern() {
    return namesTypes()
        ? Pattern.compile(
            Stream.of(lastWord().split("\\*", -1))
                .map(Pattern::quote)
                .collect(Collectors.joining(".*")))
        : DataTypes.ALL;
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
