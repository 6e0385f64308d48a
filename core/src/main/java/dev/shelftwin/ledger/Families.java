package dev.shelftwin.ledger;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Finds the subtypes of abstract types among the concepts. */
final class Families {

  private final Shapes shapes;
  private final LayerTypes layerTypes;
  private final List<Concept> concepts;

  Families(Shapes shapes, LayerTypes layerTypes, List<Concept> concepts) {
    this.shapes = shapes;
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
    return concreteTypes(family, resolved)
        .map(Shape::type)
        .filter(type -> subtypes.stream().noneMatch(subtype -> subtype.from().equals(type)))
        .toList();
  }

  /** The concrete types that a sealed type permits; otherwise those of the layer's packages. */
  private Stream<Shape> concreteTypes(Shape family, ResolvedShape resolved) {
    if (!family.isAbstract()) {
      return Stream.of(family);
    }
    if (!family.permits().isEmpty()) {
      return family.permits().stream()
          .flatMap(type -> shapes.find(type).stream())
          .flatMap(shape -> concreteTypes(shape, resolved));
    }
    return layerTypes
        .shapes(resolved.layer())
        .filter(shape -> !shape.isAbstract() && shape.isSubtypeOf(family));
  }
}
