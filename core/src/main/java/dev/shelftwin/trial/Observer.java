package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.shape.Field;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Reads the objects of one concept. */
final class Observer {

  private final ConceptLedger concept;
  private final ObjectAccess access;
  private final Map<ResolvedShape, List<Field>> fields = new HashMap<>();

  Observer(ConceptLedger concept, ObjectAccess access) {
    this.concept = concept;
    this.access = access;
  }

  /** Reads all fields of an object that a hop maps, and all stored ones. */
  Observation observe(Object object, ResolvedShape shape) {
    boolean isChange = shape.use().direction() == Direction.CHANGE;
    Map<String, ObservedValue> values = new LinkedHashMap<>();
    for (Field field : fields.computeIfAbsent(shape, this::fields)) {
      values.put(field.name(), ObservedValue.of(access.read(object, field), isChange));
    }
    return new Observation(shape, object, isFamily(shape), values);
  }

  private boolean isFamily(ResolvedShape shape) {
    return concept.hops().stream()
        .anyMatch(hop -> hop.family().isPresent() && hop.hop().touches(shape));
  }

  private List<Field> fields(ResolvedShape shape) {
    Stream<Field> own =
        shape.shape().fields().stream().filter(field -> field.stored() || isMapped(field));
    Stream<Field> parts =
        concept.hops().stream()
            .filter(hop -> hop.hop().from().equals(shape))
            .flatMap(hop -> hop.mappings().stream())
            .flatMap(mapping -> mapping.sources().stream())
            .filter(field -> field.name().contains("."));
    return Stream.concat(own, parts).distinct().toList();
  }

  private boolean isMapped(Field field) {
    return concept.hops().stream()
        .flatMap(hop -> hop.mappings().stream())
        .anyMatch(
            mapping ->
                mapping.sources().contains(field) || mapping.target().equals(Optional.of(field)));
  }
}
