package dev.shelftwin.draft;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanComments;
import dev.shelftwin.plan.PlanWriter;
import dev.shelftwin.plan.Row;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Copies the comments of the old plan to the same parts of the new plan. */
final class CarriedComments {

  private final IdentityHashMap<Object, List<String>> byPart = new IdentityHashMap<>();
  private final List<String> head;

  CarriedComments(PlanComments comments, Plan old, Plan carried, CarriedWords words) {
    Map<Integer, Object> parts = new TreeMap<>();
    for (Layer layer : old.layers()) {
      carried.layers().stream()
          .filter(other -> other.name().equals(layer.name()))
          .forEach(other -> parts.put(layer.at().line(), other));
    }
    for (Concept concept : old.concepts()) {
      Concept now = carried.concept(concept.name()).orElseThrow();
      parts.put(concept.at().line(), now);
      for (Row row : concept.rows()) {
        parts.put(row.at().line(), words.carriedTo(row).map(Object.class::cast).orElse(now));
      }
      concept.omissions().forEach(one -> parts.put(one.shape().at().line(), now));
      List<String> dropped = words.dropped(concept.name());
      if (!dropped.isEmpty()) {
        add(now, List.of("no longer said, as it does not fit: " + String.join(", ", dropped)));
      }
    }
    SortedSet<Integer> lines = new TreeSet<>(parts.keySet());
    Map<Integer, List<String>> byLine = comments.byPart(lines);
    head = byLine.getOrDefault(0, List.of());
    parts.forEach((line, part) -> add(part, byLine.getOrDefault(line, List.of())));
  }

  private void add(Object part, List<String> comments) {
    byPart.computeIfAbsent(part, key -> new ArrayList<>()).addAll(comments);
  }

  /** The lines above the plan. */
  String head() {
    return head.stream().map(line -> "# " + line + "\n").collect(Collectors.joining());
  }

  /** The comments of before, and the guesses, about a part of the plan. */
  List<String> about(Object part, PlanWriter.Comments guesses) {
    List<String> all = new ArrayList<>(byPart.getOrDefault(part, List.of()));
    all.addAll(guesses.about(part));
    return all;
  }
}
