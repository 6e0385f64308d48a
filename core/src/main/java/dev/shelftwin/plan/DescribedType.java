package dev.shelftwin.plan;

import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * A type that the plan describes and that is no concept: a value object, or an enumeration.
 *
 * @param layer the layer that has it
 * @param name its simple name
 * @param fields its fields by name; empty for an enumeration
 * @param constants the constants of an enumeration; empty for other types
 */
public record DescribedType(
    Layer layer, Text name, Map<String, FieldDescription> fields, List<Text> constants) {

  public DescribedType {
    Objects.requireNonNull(layer, "layer");
    Objects.requireNonNull(name, "name");
    fields = TypeDescription.of(fields).fields();
    constants = List.copyOf(constants);
  }
}
