package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Tells which transfer types have fields of other transfer types, and their own directions. */
final class Holders {

  private final List<ResolvedShape> used;

  /** The types that no concept names, by the types of their fields. */
  private final Map<TypeRef, List<Shape>> others = new HashMap<>();

  Holders(Ledger ledger, Shapes shapes) {
    this.used =
        ledger.concepts().stream()
            .flatMap(ConceptLedger::shapes)
            .filter(shape -> shape.role() == Role.TRANSFER)
            .distinct()
            .toList();
    Set<String> known =
        used.stream()
            .map(shape -> shape.shape().type().qualifiedName())
            .collect(Collectors.toSet());
    for (String packageName : shapes.packages()) {
      shapes.namesIn(packageName).stream()
          .flatMap(name -> shapes.find(TypeRef.of(packageName, name)).stream())
          .flatMap(shape -> withNested(shape, shapes))
          .filter(shape -> isOther(shape, known))
          .forEach(this::addOther);
    }
  }

  private void addOther(Shape shape) {
    shape
        .storedFields()
        .map(field -> Container.held(field.type()).erased())
        .distinct()
        .forEach(held -> others.computeIfAbsent(held, key -> new ArrayList<>()).add(shape));
  }

  private static Stream<Shape> withNested(Shape shape, Shapes shapes) {
    String name = shape.type().qualifiedName();
    return Stream.concat(
        Stream.of(shape),
        shapes.nestedIn(name).stream().flatMap(nested -> shapes.find(nested).stream()));
  }

  /** Whether no concept names a type or the class around it, which builders have. */
  private static boolean isOther(Shape shape, Set<String> known) {
    String name = shape.type().qualifiedName();
    return !known.contains(name)
        && !known.contains(name.substring(0, Math.max(0, name.lastIndexOf('.'))));
  }

  /** Whether a transfer type that is used only in this direction has a field of the type. */
  boolean hold(Shape held, boolean inward) {
    return directions(held)
        .anyMatch(
            direction -> direction != Direction.BOTH && (direction != Direction.OUT) == inward);
  }

  /** Whether a type whose direction is not known has a field of the type. */
  boolean mayHold(Shape held) {
    return directions(held).anyMatch(direction -> direction == Direction.BOTH)
        || Stream.concat(Stream.of(held.type().erased()), held.supertypes().stream())
            .flatMap(type -> others.getOrDefault(type, List.of()).stream())
            .anyMatch(other -> MappingMethods.holds(other, held));
  }

  private Stream<Direction> directions(Shape held) {
    return used.stream()
        .filter(shape -> !shape.shape().equals(held))
        .filter(shape -> MappingMethods.holds(shape.shape(), held))
        .map(shape -> shape.use().direction());
  }
}
