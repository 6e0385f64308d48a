package dev.shelftwin.draft;

import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.LedgerBuilder;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.FieldDefault;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.LayerDefaults;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.plan.PlanWriter;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Moves rows that are the same in several concepts to the defaults of their layer.
 *
 * @param plan the plan without the moved rows
 * @param defaults the layer that each moved row became a default of
 */
record RepeatedRows(Plan plan, Map<Row, Layer> defaults) {

  /**
   * Moves them as far as the defaults have an effect: a default yields to a field's counterpart.
   */
  static RepeatedRows of(Plan plan, LayerHabits habits, Shapes shapes) {
    RepeatedRows all = of(plan, habits, Set.of());
    Plan written = PlanReader.read(plan.at().file(), PlanWriter.write(all.plan()));
    Ledger ledger = LedgerBuilder.build(written, shapes);
    Set<String> unused =
        written.layers().stream()
            .flatMap(layer -> layer.defaults().fields().stream())
            .filter(
                field ->
                    ledger.concepts().stream()
                        .noneMatch(concept -> concept.words().contains(field)))
            .map(field -> field.field().value())
            .collect(Collectors.toSet());
    return unused.isEmpty() ? all : of(plan, habits, unused);
  }

  private static RepeatedRows of(Plan plan, LayerHabits habits, Set<String> unused) {
    Map<Row, Layer> moved = new HashMap<>();
    List<Layer> layers = new ArrayList<>();
    for (Layer layer : plan.layers()) {
      Map<Row, FieldDefault> repeated = repeated(plan, layer.name());
      repeated.values().removeIf(field -> unused.contains(field.field().value()));
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
