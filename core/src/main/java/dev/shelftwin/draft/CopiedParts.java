package dev.shelftwin.draft;

import dev.shelftwin.shape.CopiedValue;
import dev.shelftwin.shape.TypeRef;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Finds the objects that a mapper creates inside what it maps, such as the {@code Size} of a view
 * from the {@code Measures} of a row. Such an object gets several values, all from one type, and
 * the method uses that type for nothing else.
 */
final class CopiedParts {

  private CopiedParts() {}

  /**
   * An inner object that is created.
   *
   * @param from the type that its values are read from
   * @param to its own type
   */
  record Part(TypeRef from, TypeRef to) {}

  /** Finds the inner objects that some methods create; each pair of types is returned once. */
  static Set<Part> of(List<CopiedValue> copies) {
    Map<String, List<CopiedValue>> byMethod =
        copies.stream()
            .filter(value -> !value.reads().isEmpty())
            .collect(
                Collectors.groupingBy(
                    CopiedValue::method, LinkedHashMap::new, Collectors.toList()));
    Set<Part> parts = new LinkedHashSet<>();
    byMethod.values().forEach(values -> addTo(parts, values));
    return parts;
  }

  private static void addTo(Set<Part> parts, List<CopiedValue> ofMethod) {
    List<Part> all = ofMethod.stream().map(CopiedParts::part).toList();
    all.stream()
        .filter(part -> !part.from().equals(part.to()))
        .filter(part -> all.stream().filter(part::equals).count() > 1)
        .filter(
            part ->
                all.stream()
                    .allMatch(
                        other -> other.from().equals(part.from()) == other.to().equals(part.to())))
        .forEach(parts::add);
  }

  private static Part part(CopiedValue value) {
    return new Part(value.reads().get(value.reads().size() - 1).owner(), value.target());
  }
}
