package dev.shelftwin.describe;

import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * A type that the plan describes, as far as its source follows from it.
 *
 * @param layer the layer that has it
 * @param type its name
 * @param concept the concept that it stands for; empty for a value object or an enumeration
 * @param members its fields; empty for an enumeration
 * @param constants the constants of an enumeration; empty for other types
 * @param factories the static methods that make its objects; empty if a constructor does
 * @param at where the plan describes it
 */
record DescribedClass(
    Layer layer,
    TypeRef type,
    Optional<String> concept,
    List<DescribedMember> members,
    List<String> constants,
    List<Factory> factories,
    Place at) {

  /**
   * A static method that makes objects.
   *
   * @param omitted the names of the fields that it sets itself
   */
  record Factory(String name, Set<String> omitted) {
    Factory {
      omitted = Set.copyOf(omitted);
    }
  }

  DescribedClass {
    Objects.requireNonNull(layer, "layer");
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(concept, "concept");
    members = List.copyOf(members);
    constants = List.copyOf(constants);
    factories = List.copyOf(factories);
    Objects.requireNonNull(at, "at");
  }

  boolean isEnumeration() {
    return !constants.isEmpty();
  }
}
