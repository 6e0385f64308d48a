package dev.shelftwin.draft;

import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.RowBuilder;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;

/** A proposed row, which grows while more is guessed about its field. */
final class DraftRow {

  private final RowBuilder builder = new RowBuilder();
  private final Map<String, List<String>> names = new LinkedHashMap<>();
  private final Set<String> said = new HashSet<>();
  private final List<Guess> guesses = new ArrayList<>();

  /** Names the field in a layer or shape; a further name is one of several fields there. */
  DraftRow named(String layerOrShape, String field) {
    names.computeIfAbsent(layerOrShape, key -> new ArrayList<>()).add(field);
    return this;
  }

  DraftRow say(Consumer<RowBuilder> words) {
    words.accept(builder);
    return this;
  }

  DraftRow guess(Guess guess) {
    guesses.add(guess);
    return this;
  }

  /** Whether something is proposed for the first time. */
  boolean isNew(String what) {
    return said.add(what);
  }

  boolean names(String layerOrShape, String field) {
    return names(layerOrShape).contains(field);
  }

  /** The fields in a layer or shape; empty if it names none there. */
  List<String> names(String layerOrShape) {
    return names.getOrDefault(layerOrShape, List.of());
  }

  boolean isAbout(String layerOrShape) {
    return names.containsKey(layerOrShape);
  }

  /** Whether it names the field in one layer or shape only. */
  boolean namesOne() {
    return names.values().stream().mapToInt(List::size).sum() == 1;
  }

  List<Guess> guesses() {
    return List.copyOf(guesses);
  }

  Row row() {
    RowBuilder row = RowBuilder.of(builder.row());
    names.forEach(
        (key, fields) -> {
          if (fields.size() == 1) {
            row.field(key, fields.get(0));
          } else {
            row.fields(key, fields.toArray(String[]::new));
          }
        });
    return row.row();
  }
}
