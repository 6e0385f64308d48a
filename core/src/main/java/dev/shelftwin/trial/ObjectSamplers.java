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

/** The samplers of all shapes; objects of one concept contain objects of others. */
final class ObjectSamplers {

  /** How many objects one sample has before no more are nested in it. */
  private static final int ENOUGH = 100;

  private final SamplingTools tools;
  private final Map<ShapeKey, ObjectSampler> known = new HashMap<>();
  private final Map<String, ShapeOfConcept> byName = new HashMap<>();
  private final Map<LayerType, ShapeOfConcept> byLayer = new HashMap<>();
  private int objects;

  /** The name of a shape of a concept. */
  private record ShapeKey(String concept, TypeRef type) {}

  /** The name of a type in a layer. */
  private record LayerType(String layer, String fullName) {}

  private record ShapeOfConcept(ConceptLedger concept, ResolvedShape shape) {}

  ObjectSamplers(Ledger ledger, SamplingTools tools) {
    this.tools = tools;
    for (ConceptLedger concept : ledger.concepts()) {
      concept.shapes().forEach(shape -> index(new ShapeOfConcept(concept, shape)));
    }
  }

  /** Begins a sample, so that types that refer to each other do not fill it without an end. */
  void begin() {
    objects = 0;
  }

  /** Counts an object of the current sample. */
  void count() {
    objects++;
  }

  boolean hasEnough() {
    return objects >= ENOUGH;
  }

  private void index(ShapeOfConcept one) {
    TypeRef type = one.shape().shape().type();
    byName.putIfAbsent(type.qualifiedName(), one);
    byLayer.putIfAbsent(new LayerType(one.shape().layer().name(), type.fullName()), one);
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
    return Optional.ofNullable(byName.get(type.qualifiedName())).map(this::of);
  }

  /** The sampler of a type in the layer of a shape; empty if no concept has it there. */
  Optional<ObjectSampler> inLayer(ResolvedShape shape, TypeRef type) {
    LayerType name = new LayerType(shape.layer().name(), type.fullName());
    return Optional.ofNullable(byLayer.get(name)).map(this::of);
  }

  private ObjectSampler of(ShapeOfConcept one) {
    return of(one.concept(), one.shape());
  }

  /** The samplers of the subtypes on a hop, in the layer of a shape. */
  List<ObjectSampler> subtypes(HopLedger hop, ResolvedShape shape) {
    boolean from = hop.hop().from().equals(shape);
    return hop.subtypes().stream()
        .flatMap(call -> inLayer(shape, from ? call.from() : call.to()).stream())
        .toList();
  }
}
