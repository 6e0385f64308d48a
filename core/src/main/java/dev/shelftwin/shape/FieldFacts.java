package dev.shelftwin.shape;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * What the declaration of a field says besides its type; independent of any framework.
 *
 * @param externalName the column name or JSON property that the declaration gives; empty if it
 *     gives none
 * @param presence whether the value may be missing
 * @param limits the allowed values
 * @param roles what the field is
 * @param traits how the field is stored or written
 * @param annotations the qualified names of the annotations
 */
public record FieldFacts(
    Optional<String> externalName,
    Presence presence,
    Limits limits,
    Set<FieldRole> roles,
    Set<FieldTrait> traits,
    List<String> annotations) {

  public FieldFacts {
    Objects.requireNonNull(externalName, "externalName");
    Objects.requireNonNull(presence, "presence");
    Objects.requireNonNull(limits, "limits");
    roles = Set.copyOf(roles);
    traits = Set.copyOf(traits);
    annotations = List.copyOf(annotations);
  }

  /** Facts of which only the presence is known. */
  public static FieldFacts of(Presence presence) {
    return new FieldFacts(Optional.empty(), presence, Limits.NONE, Set.of(), Set.of(), List.of());
  }

  FieldFacts with(Presence other) {
    return new FieldFacts(externalName, other, limits, roles, traits, annotations);
  }

  FieldFacts with(Limits more, boolean required) {
    Presence needed = required ? Presence.REQUIRED : presence;
    return new FieldFacts(externalName, needed, limits.and(more), roles, traits, annotations);
  }
}
