package dev.shelftwin.plan;

import dev.shelftwin.shape.Presence;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * What holds for the classes of a layer, beside what is mapped.
 *
 * @param knows what of other layers they may mention all the same, each with the reason: a type or
 *     a package, by its qualified name
 * @param apart types of the layer that no concept names on purpose, by their names within its
 *     package, each with the reason
 * @param names of the types of concepts, where {@code {concept}} stands for the concept's; any name
 *     where none is given
 * @param spelling of the fields' names as those outside see them; any where none is given
 * @param unsaid what fields are whose declarations do not say whether they may be missing; by the
 *     layer's role where it is empty
 */
public record LayerRules(
    Map<String, Text> knows,
    Map<String, Text> apart,
    List<Text> names,
    Optional<Spelling> spelling,
    Optional<Presence> unsaid) {

  /** The plan says nothing. */
  public static final LayerRules NONE =
      new LayerRules(Map.of(), Map.of(), List.of(), Optional.empty(), Optional.empty());

  public LayerRules {
    knows = Collections.unmodifiableMap(new LinkedHashMap<>(knows));
    apart = Collections.unmodifiableMap(new LinkedHashMap<>(apart));
    names = List.copyOf(names);
    Objects.requireNonNull(spelling, "spelling");
    if (unsaid.filter(Presence.UNSAID::equals).isPresent()) {
      throw new IllegalArgumentException("what is unsaid is either required or optional");
    }
  }

  /** What the types of a concept may be called. */
  public List<String> namesOf(String concept) {
    return names.stream().map(name -> name.value().replace(MapperStyle.CONCEPT, concept)).toList();
  }

  /** The same with one more that may be mentioned. */
  LayerRules knowing(String name, Text because) {
    return new LayerRules(with(knows, name, because), apart, names, spelling, unsaid);
  }

  /** The same with one more type that no concept names. */
  LayerRules leaving(String type, Text because) {
    return new LayerRules(knows, with(apart, type, because), names, spelling, unsaid);
  }

  /** The same with other habits. */
  LayerRules spelled(List<Text> patterns, Optional<Spelling> fields) {
    return new LayerRules(knows, apart, patterns, fields, unsaid);
  }

  /** The same with another habit about missing values. */
  public LayerRules unsaid(Presence presence) {
    return new LayerRules(knows, apart, names, spelling, Optional.of(presence));
  }

  private static Map<String, Text> with(Map<String, Text> texts, String key, Text value) {
    Map<String, Text> more = new LinkedHashMap<>(texts);
    more.put(key, value);
    return more;
  }
}
