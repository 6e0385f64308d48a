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
 * The parts that the methods of a class make of parts of what they map: an object of several
 * values, all read from one type, of which the method uses nothing else.
 */
final class CopiedParts {

  private CopiedParts() {}

  /**
   * A part that is made.
   *
   * @param from the type whose values it gets
   * @param to its type
   */
  record Part(TypeRef from, TypeRef to) {}

  /** The parts that methods make, each once. */
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
