package dev.shelftwin.draft;

import dev.shelftwin.plan.PackageScope;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shapes;
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
 * @param types a package such as {@code coop.kiln.store}, with its subpackages {@code
 *     coop.kiln.store.**}, or types such as {@code coop.kiln.*Row}
 */
public record LayerPackage(Role role, String types) {

  public LayerPackage {
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(types, "types");
  }

  /** The package; with its subpackages if it ends in {@code **}. */
  String packageName() {
    int dot = types.lastIndexOf('.');
    return namesTypes() ? types.substring(0, Math.max(0, dot)) : types;
  }

  /** Whether the code has such a package. */
  boolean isIn(Shapes shapes) {
    return scope().among(shapes.packages()).stream()
        .anyMatch(name -> !shapes.namesIn(name).isEmpty());
  }

  /**
   * Whether a type is one of these, or nested in one.
   *
   * @param all the packages of all layers: a type belongs to the nearest one
   */
  static Predicate<TypeRef> anyOf(List<LayerPackage> packages, List<LayerPackage> all) {
    return type -> {
      int nearest = depth(all, type);
      return packages.stream().anyMatch(one -> one.has(type) && one.depth(type) == nearest);
    };
  }

  private static int depth(List<LayerPackage> all, TypeRef type) {
    return all.stream()
        .filter(one -> one.has(type))
        .mapToInt(one -> one.depth(type))
        .max()
        .orElse(0);
  }

  private int depth(TypeRef type) {
    return scope().depth(type.packageName()).orElse(0);
  }

  private PackageScope scope() {
    return new PackageScope(List.of(new Text(packageName(), Place.in(types))), List.of());
  }

  private boolean has(TypeRef type) {
    return scope().hasPackage(type.packageName())
        && (!namesTypes() || pattern().matcher(type.name()).matches());
  }

  private Pattern pattern() {
    return Pattern.compile(
        Stream.of(lastWord().split("\\*", -1)).map(Pattern::quote).collect(Collectors.joining(".*"))
            + "([.].*)?");
  }

  /** The last part of the package's name. */
  String lastOfPackage() {
    String name = packageName().replaceAll("\\.?\\*+$", "");
    return name.substring(name.lastIndexOf('.') + 1);
  }

  private boolean namesTypes() {
    return (lastWord().contains("*") && !lastWord().equals("**"))
        || (!lastWord().isEmpty() && Character.isUpperCase(lastWord().charAt(0)));
  }

  private String lastWord() {
    return types.substring(types.lastIndexOf('.') + 1);
  }
}
