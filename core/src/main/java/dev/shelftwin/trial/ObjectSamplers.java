package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.TypeRef;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/** The samplers of all shapes; objects of one concept contain objects of others. */
final class ObjectSamplers {

  private final Ledger ledger;
  private final SamplingTools tools;
  private final Map<ShapeKey, ObjectSampler> known = new HashMap<>();
  private final Map<TypeRef, Optional<ObjectSampler>> byType = new HashMap<>();

  /** A shape of a concept. */
  private record ShapeKey(String concept, TypeRef type) {}

  ObjectSamplers(Ledger ledger, SamplingTools tools) {
    this.ledger = ledger;
    this.tools = tools;
  }

  ObjectSampler of(ConceptLedger concept, ResolvedShape shape) {
    ShapeKey name = new ShapeKey(concept.name(), shape.shape().type());
    ObjectSampler sampler = known.get(name);
    if (sampler == null) {
      sampler = new ObjectSampler(concept, shape, this, tools);
      known.put(name, sampler);
    }
    return sampler;
  }

  /** The sampler of a type; empty if it belongs to no concept. */
  Optional<ObjectSampler> of(TypeRef type) {
    return byType.computeIfAbsent(
        type,
        key -> find(shape -> shape.shape().type().qualifiedName().equals(key.qualifiedName())));
  }

  /** The sampler of a type in the layer of a shape; empty if no concept has it there. */
  Optional<ObjectSampler> inLayer(ResolvedShape shape, TypeRef type) {
    return find(
        other ->
            other.layer().equals(shape.layer())
                && other.shape().type().fullName().equals(type.fullName()));
  }

  /** The samplers of the subtypes on a hop, in the layer of a shape. */
  List<ObjectSampler> subtypes(HopLedger hop, ResolvedShape shape) {
    boolean from = hop.hop().from().equals(shape);
    return hop.subtypes().stream()
        .flatMap(call -> inLayer(shape, from ? call.from() : call.to()).stream())
        .toList();
  }

  private Optional<ObjectSampler> find(Predicate<ResolvedShape> wanted) {
    for (ConceptLedger concept : ledger.concepts()) {
      Optional<ResolvedShape> found = concept.shapes().filter(wanted).findFirst();
      if (found.isPresent()) {
        return Optional.of(of(concept, found.get()));
      }
    }
    return Optional.empty();
  }
}
