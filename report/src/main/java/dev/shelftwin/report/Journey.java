package dev.shelftwin.report;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * The way of one field through the shapes of its concept: what tables of the ledger and the page
 * show in one row.
 *
 * @param hub the field of the hub; empty if the field exists outside only
 * @param stops by the outer shape; a shape that does not have the field is left out
 */
record Journey(Optional<Field> hub, Map<ResolvedShape, Stop> stops) {

  Journey {
    Objects.requireNonNull(hub, "hub");
    Objects.requireNonNull(stops, "stops");
  }

  /** The journeys of a concept: those of the hub's fields in order, then of fields outside it. */
  static List<Journey> of(ConceptLedger concept) {
    Map<String, Journey> journeys = new LinkedHashMap<>();
    for (Field field : concept.hub().shape().fields()) {
      if (isMapped(concept, field)) {
        journeys.put(field.name(), new Journey(Optional.of(field), new LinkedHashMap<>()));
      }
    }
    for (ResolvedShape outer : concept.outer()) {
      concept.hop(concept.hub(), outer).ifPresent(hop -> collect(hop, outer, journeys));
      concept.hop(outer, concept.hub()).ifPresent(hop -> collect(hop, outer, journeys));
    }
    return List.copyOf(journeys.values());
  }

  private static boolean isMapped(ConceptLedger concept, Field field) {
    return concept.hops().stream()
        .flatMap(hop -> hop.mappings().stream())
        .anyMatch(
            mapping ->
                mapping.sources().contains(field) || mapping.target().equals(Optional.of(field)));
  }

  private static void collect(HopLedger hop, ResolvedShape outer, Map<String, Journey> journeys) {
    boolean inward = hop.hop().inward();
    for (FieldMapping mapping : hop.mappings()) {
      Optional<Field> inside = inward ? mapping.target() : mapping.source();
      Optional<Field> outside = inward ? mapping.source() : mapping.target();
      String key =
          inside.map(Field::name).orElseGet(() -> "·" + outside.map(Field::name).orElse(""));
      journeys
          .computeIfAbsent(key, name -> new Journey(inside, new LinkedHashMap<>()))
          .stops()
          .computeIfAbsent(outer, shape -> new Stop())
          .add(mapping, inward, outside);
    }
  }

  /** What happens to the field between the hub and one shape. */
  static final class Stop {

    private final List<Field> fields = new ArrayList<>();
    private Optional<FieldMapping> out = Optional.empty();
    private Optional<FieldMapping> in = Optional.empty();

    private void add(FieldMapping mapping, boolean inward, Optional<Field> outside) {
      if (outside.isPresent()) {
        fields.clear();
        fields.add(outside.get());
      } else if (fields.isEmpty() && inward) {
        fields.addAll(mapping.sources());
      }
      if (inward) {
        in = Optional.of(mapping);
      } else {
        out = Optional.of(mapping);
      }
    }

    /** The field in the shape; several if they are joined; none if the shape does not have it. */
    List<Field> fields() {
      return List.copyOf(fields);
    }

    /** From the hub to the shape. */
    Optional<FieldMapping> out() {
      return out;
    }

    /** From the shape to the hub. */
    Optional<FieldMapping> in() {
      return in;
    }
  }
}
