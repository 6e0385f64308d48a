package dev.shelftwin.rule;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Finds circles among the types that responses show. A type that leads straight back to itself is a
 * tree, unless it leads both to one of its kind and to several: then it knows its parent and its
 * children.
 */
final class Circles {

  /** Simple names of annotations with which several libraries leave a field out of a document. */
  private static final Set<String> LEFT_OUT =
      Set.of("JsonIgnore", "JsonBackReference", "JsonbTransient", "XmlTransient");

  /** Of annotations that write an object once and refer to it from then on. */
  private static final Set<String> REFERRED = Set.of("JsonIdentityInfo");

  private final Shapes shapes;
  private final Set<String> done = new HashSet<>();
  private final List<Step> open = new ArrayList<>();
  private final List<Circle> found = new ArrayList<>();

  private Circles(Shapes shapes) {
    this.shapes = shapes;
  }

  /** Every way back that a response may take, told at the first response that leads there. */
  static List<Circle> of(Ledger ledger, Shapes shapes) {
    Circles circles = new Circles(shapes);
    for (ConceptLedger concept : ledger.concepts()) {
      concept
          .stations()
          .filter(station -> station.role() == Role.TRANSFER)
          .filter(station -> station.use().direction().goesOut())
          .forEach(station -> circles.follow(station.shape(), concept, station));
    }
    return circles.found;
  }

  private void follow(Shape shape, ConceptLedger concept, Station station) {
    if (!done.add(shape.type().fullName())) {
      return;
    }
    shape.permits().stream()
        .flatMap(kind -> shapes.find(kind).stream())
        .forEach(kind -> follow(kind, concept, station));
    for (Field field : shape.fields()) {
      if (isShown(shape, field)) {
        open.add(new Step(shape, field));
        shown(field.type()).forEach(next -> follow(next, field, concept, station));
        open.remove(open.size() - 1);
      }
    }
  }

  private void follow(Shape next, Field field, ConceptLedger concept, Station station) {
    List<Shape> owners = open.stream().map(Step::owner).toList();
    int start = owners.stream().map(Shape::type).toList().indexOf(next.type());
    if (start < 0) {
      follow(next, concept, station);
    } else if (start < owners.size() - 1 || (isMany(field) && hasParent(next))) {
      List<Step> steps = List.copyOf(open.subList(start, open.size()));
      found.add(new Circle(concept.name(), station, steps));
    }
  }

  private static boolean isMany(Field field) {
    return Container.of(field.type().present()).isPresent();
  }

  private static boolean hasParent(Shape shape) {
    return shape.fields().stream()
        .filter(field -> isShown(shape, field))
        .anyMatch(field -> field.type().present().equals(shape.type()));
  }

  private static boolean isShown(Shape owner, Field field) {
    boolean open =
        field
            .reader()
            .filter(reader -> reader.visibility() == Visibility.PUBLIC)
            .filter(reader -> field.stored() || reader.kind() == Access.Kind.METHOD)
            .isPresent();
    return open
        && !isAny(field.annotations(), LEFT_OUT)
        && !isAny(field.annotations(), REFERRED)
        && !isAny(owner.annotations(), REFERRED);
  }

  private static boolean isAny(List<String> annotations, Set<String> simpleNames) {
    return annotations.stream()
        .map(name -> name.substring(name.lastIndexOf('.') + 1))
        .anyMatch(simpleNames::contains);
  }

  /** The users' own types that a type mentions. */
  private Stream<Shape> shown(TypeRef type) {
    Stream<Shape> inner = type.arguments().stream().flatMap(this::shown);
    boolean own = !type.isPrimitive() && !type.packageName().startsWith("java.");
    TypeRef element = new TypeRef(type.packageName(), type.name(), type.arguments(), 0);
    return own
        ? Stream.concat(
            shapes.find(element).stream().filter(shape -> shape.kind() != Shape.Kind.ENUM), inner)
        : inner;
  }

  /** One field on the way. */
  private record Step(Shape owner, Field field) {

    @Override
    public String toString() {
      return owner.type().simpleName() + "." + field.name();
    }
  }

  /**
   * A way from a type back to itself.
   *
   * @param concept in whose response it was met first
   * @param station that response
   * @param steps of the way; at least one
   */
  record Circle(String concept, Station station, List<Step> steps) {

    /** The type that it begins and ends with. */
    Shape owner() {
      return steps.get(0).owner();
    }

    /** The first field on the way. */
    Field field() {
      return steps.get(0).field();
    }

    String path() {
      return steps.stream().map(Step::toString).collect(Collectors.joining(" → "))
          + " → "
          + owner().type().simpleName();
    }
  }
}
