package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Reads the objects of one concept. */
final class Observer {

  private final ConceptLedger concept;
  private final ObjectAccess access;
  private final IdentityHashMap<ResolvedShape, ObservedFields> known = new IdentityHashMap<>();

  Observer(ConceptLedger concept, ObjectAccess access) {
    this.concept = concept;
    this.access = access;
  }

  /** Reads all fields of an object that a hop maps, and all stored ones. */
  Observation observe(Object object, ResolvedShape shape) {
    ObservedFields fields = known.computeIfAbsent(shape, this::fields);
    List<ObservedValue> values = new ArrayList<>(fields.fields().size());
    for (Field field : fields.fields()) {
      values.add(ObservedValue.of(access.read(object, field), fields.isChange()));
    }
    return new Observation(fields, object, values);
  }

  private boolean isFamily(ResolvedShape shape) {
    return concept.hops().stream()
        .anyMatch(hop -> hop.family().isPresent() && hop.hop().touches(shape));
  }

  private ObservedFields fields(ResolvedShape shape) {
    Stream<Field> own =
        shape.shape().fields().stream().filter(field -> field.stored() || isMapped(field));
    Stream<Field> parts =
        concept.hops().stream()
            .filter(hop -> hop.hop().from().equals(shape))
            .flatMap(hop -> hop.mappings().stream())
            .flatMap(mapping -> mapping.sources().stream())
            .filter(field -> field.name().contains("."));
    List<Field> fields = Stream.concat(own, parts).distinct().toList();
    return new ObservedFields(shape, fields, isFamily(shape));
  }

  private boolean isMapped(Field field) {
    return concept.hops().stream()
        .flatMap(hop -> hop.mappings().stream())
        .anyMatch(
            mapping ->
                mapping.sources().contains(field) || mapping.target().equals(Optional.of(field)));
  }
}
