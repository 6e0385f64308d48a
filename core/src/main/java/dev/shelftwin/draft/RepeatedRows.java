package dev.shelftwin.draft;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.FieldDefault;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.LayerDefaults;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Moves rows that are the same in several concepts to the defaults of their layer.
 *
 * @param plan the plan without the moved rows
 * @param defaults the layer that each moved row became a default of
 */
record RepeatedRows(Plan plan, Map<Row, Layer> defaults) {

  static RepeatedRows of(Plan plan, LayerHabits habits) {
    Map<Row, Layer> moved = new HashMap<>();
    List<Layer> layers = new ArrayList<>();
    for (Layer layer : plan.layers()) {
      Map<Row, FieldDefault> repeated = repeated(plan, layer.name());
      Layer repeating = layer.with(new LayerDefaults(List.copyOf(repeated.values()), Map.of()));
      Layer changed =
          repeating
              .with(habits.defaults(repeating))
              .with(
                  habits
                      .unspecifiedNullness(layer)
                      .map(layer.rules()::withNullness)
                      .orElse(layer.rules()));
      layers.add(changed);
      repeated.keySet().forEach(row -> moved.put(row, changed));
    }
    List<Concept> concepts =
        plan.concepts().stream()
            .map(
                concept ->
                    concept.with(
                        concept.rows().stream().filter(row -> !moved.containsKey(row)).toList()))
            .toList();
    return new RepeatedRows(plan.with(concepts).withLayers(layers), moved);
  }

  /**
   * The rows that a layer's default can replace, at most one for each field. One reason for fields
   * that only have their name in common would be a guess, so most types must have the field.
   */
  private static Map<Row, FieldDefault> repeated(Plan plan, String layer) {
    List<Row> all = plan.concepts().stream().flatMap(concept -> concept.rows().stream()).toList();
    long types =
        plan.concepts().stream()
            .flatMap(concept -> concept.shapes().stream())
            .filter(use -> use.layer().name().equals(layer))
            .count();
    Map<Row, FieldDefault> repeated = new LinkedHashMap<>();
    Set<String> fields = new HashSet<>();
    for (Row row : all) {
      row.asDefault(layer)
          .filter(
              field ->
                  Collections.frequency(all, row)
                      > (field.stays().filter(Text::isQuestion).isPresent()
                          ? Math.max(2, types / 2)
                          : 1))
          .filter(field -> fields.add(field.field().value()))
          .ifPresent(field -> repeated.put(row, field));
    }
    return repeated;
  }
}
