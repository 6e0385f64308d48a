package dev.shelftwin.ledger;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Finds the subtypes of abstract types among the concepts. */
final class Families {

  private final LayerTypes layerTypes;
  private final List<Concept> concepts;

  Families(LayerTypes layerTypes, List<Concept> concepts) {
    this.layerTypes = layerTypes;
    this.concepts = List.copyOf(concepts);
  }

  /** The subtypes of a hop between two abstract types; empty if either has none. */
  Optional<Family> of(Hop hop) {
    Shape from = hop.from().shape();
    Shape to = hop.to().shape();
    if (!from.isAbstract() || !to.isAbstract()) {
      return Optional.empty();
    }
    List<Operation.CallMapper> subtypes = new ArrayList<>();
    for (Concept concept : concepts) {
      ShapeUse hub = concept.hub();
      for (ShapeUse outer : concept.outer().filter(use -> isMapped(use, hop)).toList()) {
        Optional<Shape> source = subtype(hop.inward() ? outer : hub, from);
        Optional<Shape> target = subtype(hop.inward() ? hub : outer, to);
        if (source.isPresent() && target.isPresent()) {
          subtypes.add(
              new Operation.CallMapper(concept.name(), source.get().type(), target.get().type()));
        }
      }
    }
    return subtypes.isEmpty()
        ? Optional.empty()
        : Optional.of(new Family(subtypes, missing(from, hop.from(), subtypes)));
  }

  private static boolean isMapped(ShapeUse outer, Hop hop) {
    return NestedConcepts.isRow(outer)
        || (hop.inward() ? outer.direction().goesIn() : outer.direction().goesOut());
  }

  private Optional<Shape> subtype(ShapeUse use, Shape family) {
    return layerTypes.find(use).filter(shape -> !shape.isAbstract() && shape.isSubtypeOf(family));
  }

  private List<TypeRef> missing(
      Shape family, ResolvedShape resolved, List<Operation.CallMapper> subtypes) {
    return layerTypes
        .concreteTypes(family, () -> layerTypes.shapes(resolved.layer()))
        .map(Shape::type)
        .filter(type -> subtypes.stream().noneMatch(subtype -> subtype.from().equals(type)))
        .toList();
  }
}
