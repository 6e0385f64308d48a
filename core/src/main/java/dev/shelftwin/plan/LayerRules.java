package dev.shelftwin.plan;

import dev.shelftwin.shape.Presence;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * Conventions of a layer, and exceptions from the rules about dependencies.
 *
 * @param allowedTypes types or packages of other layers that its classes may use, by qualified
 *     name, each with the reason
 * @param unlistedTypes types that belong to no concept on purpose, by their names within the
 *     package, each with the reason
 * @param names patterns for the names of types, where {@code {concept}} stands for the concept's
 *     name; any name if there is none
 * @param spelling the spelling of external field names; any if empty
 * @param unspecifiedNullness whether fields whose declarations do not say so may be missing; by the
 *     layer's role if empty
 */
public record LayerRules(
    Map<String, Text> allowedTypes,
    Map<String, Text> unlistedTypes,
    List<Text> names,
    Optional<Spelling> spelling,
    Optional<Presence> unspecifiedNullness) {

  /** No conventions. */
  public static final LayerRules NONE =
      new LayerRules(Map.of(), Map.of(), List.of(), Optional.empty(), Optional.empty());

  public LayerRules {
    allowedTypes = Collections.unmodifiableMap(new LinkedHashMap<>(allowedTypes));
    unlistedTypes = Collections.unmodifiableMap(new LinkedHashMap<>(unlistedTypes));
    names = List.copyOf(names);
    Objects.requireNonNull(spelling, "spelling");
    if (unspecifiedNullness.filter(Presence.UNSPECIFIED::equals).isPresent()) {
      throw new IllegalArgumentException("unspecified nullness is either required or optional");
    }
  }

  /** The names that the types of a concept may have. */
  public List<String> namesOf(String concept) {
    return names.stream().map(name -> name.value().replace(MapperStyle.CONCEPT, concept)).toList();
  }

  /** These rules with one more allowed type. */
  LayerRules allowing(String name, Text because) {
    return new LayerRules(
        with(allowedTypes, name, because), unlistedTypes, names, spelling, unspecifiedNullness);
  }

  /** These rules with one more unlisted type. */
  LayerRules unlisting(String type, Text because) {
    return new LayerRules(
        allowedTypes, with(unlistedTypes, type, because), names, spelling, unspecifiedNullness);
  }

  /** These rules with other naming conventions. */
  LayerRules spelled(List<Text> patterns, Optional<Spelling> fields) {
    return new LayerRules(allowedTypes, unlistedTypes, patterns, fields, unspecifiedNullness);
  }

  /** These rules with another word about missing values. */
  public LayerRules withNullness(Presence presence) {
    return new LayerRules(allowedTypes, unlistedTypes, names, spelling, Optional.of(presence));
  }

  private static Map<String, Text> with(Map<String, Text> texts, String key, Text value) {
    Map<String, Text> more = new LinkedHashMap<>(texts);
    more.put(key, value);
    return more;
  }
}
