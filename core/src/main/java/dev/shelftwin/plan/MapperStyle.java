package dev.shelftwin.plan;

import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;

/**
 * What generated mappers look like from outside, the same in the whole plan.
 *
 * @param name of the class, where {@code {concept}} and {@code {layer}} stand for theirs, the layer
 *     with a capital
 * @param packageName where {@code {package}} stands for the outer layer's and {@code {layer}} for
 *     its name
 * @param packagePrivate whether only the mapper's own package can use it
 * @param onClass qualified names of annotations
 * @param onConstructor the same, for mappers that are handed something
 * @param faultsOf the persistence layer whose errors become faults of requests; empty if none do
 */
public record MapperStyle(
    Optional<Text> name,
    Optional<Text> packageName,
    boolean packagePrivate,
    List<Text> onClass,
    List<Text> onConstructor,
    Optional<Text> faultsOf) {

  static final String CONCEPT = "{concept}";
  static final String LAYER = "{layer}";
  static final String PACKAGE = "{package}";

  /** FiringStoreMapper, in the layer's own package, without annotations. */
  public static final MapperStyle USUAL =
      new MapperStyle(
          Optional.empty(), Optional.empty(), false, List.of(), List.of(), Optional.empty());

  private static final String USUAL_NAME = CONCEPT + LAYER + "Mapper";

  public MapperStyle {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(packageName, "packageName");
    onClass = List.copyOf(onClass);
    onConstructor = List.copyOf(onConstructor);
    Objects.requireNonNull(faultsOf, "faultsOf");
  }

  /** The usual style, in one package. */
  public static MapperStyle in(Text packageName) {
    return new MapperStyle(
        Optional.empty(), Optional.of(packageName), false, List.of(), List.of(), Optional.empty());
  }

  /** This style with another name of the class. */
  public MapperStyle named(Text other) {
    return new MapperStyle(
        Optional.of(other), packageName, packagePrivate, onClass, onConstructor, faultsOf);
  }

  /** How the names of all mappers end, such as Mapper; empty if the plan gives none. */
  public Optional<String> ending() {
    return name.map(Text::value)
        .map(pattern -> pattern.substring(pattern.lastIndexOf('}') + 1))
        .filter(ending -> !ending.isEmpty());
  }

  String simpleName(String concept, String layer) {
    String capital = layer.substring(0, 1).toUpperCase(Locale.ROOT) + layer.substring(1);
    return name.map(Text::value)
        .orElse(USUAL_NAME)
        .replace(CONCEPT, concept)
        .replace(LAYER, capital);
  }

  String packageName(String ofLayer, String layer) {
    return packageName
        .map(Text::value)
        .orElse(PACKAGE)
        .replace(PACKAGE, ofLayer)
        .replace(LAYER, layer.toLowerCase(Locale.ROOT));
  }
}
