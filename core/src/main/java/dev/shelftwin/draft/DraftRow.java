package dev.shelftwin.draft;

import dev.shelftwin.plan.PlanBuilder.RowBuilder;
import dev.shelftwin.plan.Row;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;

/** A row that grows while more is guessed about its field. */
final class DraftRow {

  private final RowBuilder builder = new RowBuilder();
  private final Map<String, String> names = new LinkedHashMap<>();
  private final Set<String> said = new HashSet<>();
  private final List<String> guesses = new ArrayList<>();

  DraftRow named(String layerOrShape, String field) {
    names.put(layerOrShape, field);
    builder.field(layerOrShape, field);
    return this;
  }

  DraftRow say(Consumer<RowBuilder> words) {
    words.accept(builder);
    return this;
  }

  DraftRow guess(String why) {
    String line = "guess: " + why;
    if (!guesses.contains(line)) {
      guesses.add(line);
    }
    return this;
  }

  /** Whether something is said for the first time. */
  boolean isNew(String what) {
    return said.add(what);
  }

  boolean names(String layerOrShape, String field) {
    return field.equals(names.get(layerOrShape));
  }

  boolean speaksOf(String layerOrShape) {
    return names.containsKey(layerOrShape);
  }

  List<String> guesses() {
    return List.copyOf(guesses);
  }

  Row row() {
    return builder.row();
  }
}
