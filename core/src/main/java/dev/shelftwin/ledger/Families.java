package dev.shelftwin.ledger;

import dev.shelftwin.convert.Form;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Finds the kinds of abstract types among the concepts. */
final class Families {

  private final Shapes shapes;
  private final List<Concept> concepts;

  Families(Shapes shapes, List<Concept> concepts) {
    this.shapes = shapes;
    this.concepts = concepts;
  }

  /** What a hop between two abstract types is made of; empty where either has no kinds. */
  Optional<Family> of(Hop hop) {
    Shape from = hop.from().shape();
    Shape to = hop.to().shape();
    if (!from.isAbstract() || !to.isAbstract()) {
      return Optional.empty();
    }
    List<Form.Mapped> kinds = new ArrayList<>();
    for (Concept concept : concepts) {
      ShapeUse hub = concept.hub();
      for (ShapeUse outer : concept.outer().toList()) {
        ShapeUse source = hop.inward() ? outer : hub;
        ShapeUse target = hop.inward() ? hub : outer;
        boolean goes =
            Discovery.isAlwaysOpen(outer)
                || (hop.inward() ? outer.direction().goesIn() : outer.direction().goesOut());
        Optional<Shape> one = kind(source, from).filter(found -> goes);
        Optional<Shape> other = kind(target, to);
        if (one.isPresent() && other.isPresent()) {
          kinds.add(new Form.Mapped(concept.name(), one.get().type(), other.get().type()));
        }
      }
    }
    return kinds.isEmpty()
        ? Optional.empty()
        : Optional.of(new Family(kinds, missing(from, hop.from(), kinds)));
  }

  private Optional<Shape> kind(ShapeUse use, Shape family) {
    return shapes
        .find(use.qualifiedName())
        .filter(shape -> !shape.isAbstract() && shape.isKindOf(family));
  }

  private List<TypeRef> missing(Shape family, Station station, List<Form.Mapped> kinds) {
    return objects(family, station)
        .map(Shape::type)
        .filter(type -> kinds.stream().noneMatch(kind -> kind.from().equals(type)))
        .toList();
  }

  /** What has objects: what a sealed type permits, else what the layer's package holds. */
  private Stream<Shape> objects(Shape family, Station station) {
    if (!family.isAbstract()) {
      return Stream.of(family);
    }
    if (!family.permits().isEmpty()) {
      return family.permits().stream()
          .flatMap(type -> shapes.find(type).stream())
          .flatMap(shape -> objects(shape, station));
    }
    return shapes.namesIn(station.packageName()).stream()
        .flatMap(name -> shapes.find(station.packageName() + "." + name).stream())
        .filter(shape -> !shape.isAbstract() && shape.isKindOf(family));
  }
}
