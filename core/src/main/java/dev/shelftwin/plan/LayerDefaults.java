package dev.shelftwin.plan;

import dev.shelftwin.finding.RuleId;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a layer says once for all of its shapes.
 *
 * @param fields defaults for fields, by name
 * @param accept accepted findings, each with the reason
 */
public record LayerDefaults(List<FieldDefault> fields, Map<RuleId, Acceptance> accept) {

  /** No defaults. */
  public static final LayerDefaults NONE = new LayerDefaults(List.of(), Map.of());

  public LayerDefaults {
    fields = List.copyOf(fields);
    accept = Collections.unmodifiableMap(new LinkedHashMap<>(accept)); // in the plan's order
  }

  /** The default of the field with that name. */
  public Optional<FieldDefault> field(String name) {
    return fields.stream().filter(field -> field.field().value().equals(name)).findFirst();
  }
}
