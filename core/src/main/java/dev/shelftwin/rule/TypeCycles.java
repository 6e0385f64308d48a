package dev.shelftwin.rule;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Finds cycles among the types of responses. A type that refers directly to itself is a tree,
 * unless it refers both to one of its kind and to several: then it refers to its parent and its
 * children.
 */
final class TypeCycles {

  private static final Pattern GETTER = Pattern.compile("(get|is)\\P{Ll}.*");

  private final Shapes shapes;
  private final Set<String> visited = new HashSet<>();
  private final List<Step> path = new ArrayList<>();
  private final List<Cycle> found = new ArrayList<>();

  private TypeCycles(Shapes shapes) {
    this.shapes = shapes;
  }

  /** All cycles that responses may follow, each at the first response that leads there. */
  static List<Cycle> of(Ledger ledger, Shapes shapes) {
    TypeCycles cycles = new TypeCycles(shapes);
    for (ConceptLedger concept : ledger.concepts()) {
      concept
          .shapes()
          .filter(shape -> shape.role() == Role.TRANSFER)
          .filter(shape -> shape.use().direction().goesOut())
          // A message holds no object that holds it: its builder copies what it takes.
          .filter(shape -> !shape.shape().has(ShapeTrait.MESSAGE))
          .forEach(shape -> cycles.visit(shape.shape(), concept, shape));
    }
    return List.copyOf(cycles.found);
  }

  private void visit(Shape shape, ConceptLedger concept, ResolvedShape response) {
    if (!visited.add(shape.type().fullName())) {
      return;
    }
    shape.permits().stream()
        .flatMap(subtype -> shapes.find(subtype).stream())
        .forEach(subtype -> visit(subtype, concept, response));
    for (Field field : shape.fields()) {
      if (isWritten(shape, field)) {
        path.add(new Step(shape, field));
        types(field.type()).forEach(next -> follow(next, field, concept, response));
        path.remove(path.size() - 1);
      }
    }
  }

  private void follow(Shape next, Field field, ConceptLedger concept, ResolvedShape response) {
    List<TypeRef> owners = path.stream().map(step -> step.owner().type()).toList();
    int start = owners.indexOf(next.type());
    if (start < 0) {
      visit(next, concept, response);
    } else if (start < owners.size() - 1 || (isContainer(field) && hasParent(next))) {
      found.add(new Cycle(concept.name(), response, path.subList(start, path.size())));
    }
  }

  private static boolean isContainer(Field field) {
    return Container.of(field.type().present()).isPresent();
  }

  private static boolean hasParent(Shape shape) {
    return shape.fields().stream()
        .filter(field -> isWritten(shape, field))
        .anyMatch(field -> field.type().present().equals(shape.type()));
  }

  /** Whether documents follow a field. */
  private static boolean isWritten(Shape owner, Field field) {
    boolean readable =
        field
            .reader()
            .filter(reader -> reader.visibility() == Visibility.PUBLIC)
            .filter(reader -> isProperty(owner, field, reader))
            .isPresent();
    return readable
        && !field.has(FieldTrait.OMITTED_FROM_DOCUMENTS)
        && !field.has(FieldTrait.PARTLY_IN_DOCUMENTS)
        && !field.has(FieldTrait.REFERENCED_IN_DOCUMENTS)
        && !owner.has(ShapeTrait.REFERENCED_IN_DOCUMENTS);
  }

  /** A component of a record, a public field, a JavaBean's getter, or what an annotation names. */
  private static boolean isProperty(Shape owner, Field field, Access reader) {
    boolean component = field.stored() && owner.kind() == Shape.Kind.RECORD;
    return component
        || field.externalName().isPresent()
        || (reader.kind() == Access.Kind.METHOD
            ? GETTER.matcher(reader.name()).matches()
            : field.stored());
  }

  /** The users' types in a type. */
  private Stream<Shape> types(TypeRef type) {
    Stream<Shape> inner = type.arguments().stream().flatMap(this::types);
    boolean own = !type.isPrimitive() && !type.packageName().startsWith("java.");
    TypeRef element = new TypeRef(type.packageName(), type.name(), type.arguments(), 0);
    return own
        ? Stream.concat(
            shapes.find(element).stream().filter(shape -> shape.kind() != Shape.Kind.ENUM), inner)
        : inner;
  }

  /** A field in a cycle. */
  private record Step(Shape owner, Field field) {

    @Override
    public String toString() {
      return owner.type().simpleName() + "." + field.name();
    }
  }

  /** The fields that lead from a type back to itself. */
  static final class Cycle {

    private final String concept;
    private final ResolvedShape response;
    private final List<Step> steps;

    private Cycle(String concept, ResolvedShape response, List<Step> steps) {
      this.concept = concept;
      this.response = response;
      this.steps = List.copyOf(steps);
    }

    /** The name of the concept whose response leads there first. */
    String concept() {
      return concept;
    }

    ResolvedShape response() {
      return response;
    }

    /** The type with which the cycle starts and ends. */
    Shape owner() {
      return steps.get(0).owner();
    }

    /** The first field of the cycle. */
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
