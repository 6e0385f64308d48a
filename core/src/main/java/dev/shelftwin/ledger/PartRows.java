package dev.shelftwin.ledger;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Finds rows that are parts of another row where the plan's paths lead into them, so that one
 * domain object can be kept in several rows.
 */
final class PartRows {

  private final Shapes shapes;

  PartRows(Shapes shapes) {
    this.shapes = shapes;
  }

  /** The station of a shape; its parts' fields count as its own. */
  Station station(Concept concept, ShapeUse use, Shape shape, String label) {
    List<Station.Part> parts =
        shape.fields().stream()
            .filter(field -> use.layer().role() == Role.PERSISTENCE && isPart(concept, use, field))
            .map(field -> new Station.Part(field, wayBack(field, shape)))
            .toList();
    List<Field> fields =
        shape.fields().stream()
            .flatMap(
                field ->
                    parts.stream().anyMatch(part -> part.field().equals(field))
                        ? within(field, shape)
                        : Stream.of(field))
            .map(field -> limited(field, concept, use))
            .toList();
    return new Station(use, shape.with(fields), parts, label);
  }

  /** The field with what the plan says that it allows. */
  private static Field limited(Field field, Concept concept, ShapeUse use) {
    return concept.rows().stream()
        .filter(row -> !row.limits().isEmpty() && isNamed(row, concept, use, field.name()))
        .flatMap(row -> row.limits().at(use).stream())
        .reduce(field, (one, said) -> one.with(said.limits(), said.required()), (one, same) -> one);
  }

  private boolean isPart(Concept concept, ShapeUse use, Field field) {
    boolean said =
        concept.rows().stream()
            .filter(row -> row.role().filter(FieldRole.PART::equals).isPresent())
            .anyMatch(row -> isNamed(row, concept, use, field.name()));
    boolean ledInto =
        concept.rows().stream()
            .flatMap(row -> row.nameIn(use, concept).stream())
            .anyMatch(name -> name.startsWith(field.name() + "."));
    return (said || field.roles().contains(FieldRole.PART))
        && ledInto
        && field.reader().isPresent()
        && field.writer().isPresent()
        && shapes.find(field.type()).filter(row -> canBeMade(row, use)).isPresent();
  }

  private static boolean isNamed(Row row, Concept concept, ShapeUse use, String field) {
    return row.nameIn(use, concept).equals(Optional.of(field));
  }

  private static boolean canBeMade(Shape row, ShapeUse use) {
    return !row.isAbstract()
        && row.constructors().stream()
            .filter(maker -> maker.parameters().isEmpty())
            .map(Callable::visibility)
            .anyMatch(
                visibility ->
                    visibility.reaches(use.layer().mapperPackage(), row.type().packageName()));
  }

  private Stream<Field> within(Field head, Shape owner) {
    return shapes.find(head.type()).stream()
        .flatMap(Shape::storedFields)
        .filter(part -> !part.type().equals(owner.type()))
        .map(part -> Paths.joined(head, part));
  }

  private Optional<Field> wayBack(Field head, Shape owner) {
    return shapes.find(head.type()).stream()
        .flatMap(Shape::storedFields)
        .filter(part -> part.type().equals(owner.type()) && part.writer().isPresent())
        .findFirst();
  }
}
