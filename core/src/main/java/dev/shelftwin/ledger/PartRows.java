package dev.shelftwin.ledger;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Resolves shapes, with the rows that are stored as parts of another row: paths of the plan lead
 * into them, so that one domain object can be stored in several rows.
 */
final class PartRows {

  private final Shapes shapes;

  PartRows(Shapes shapes) {
    this.shapes = shapes;
  }

  ResolvedShape resolve(Concept concept, ShapeUse use, Shape shape, String mapperPackage) {
    List<ResolvedShape.PartRow> parts =
        shape.fields().stream()
            .filter(field -> use.layer().role() == Role.PERSISTENCE)
            .filter(field -> isPart(concept, use, field, mapperPackage))
            .map(field -> new ResolvedShape.PartRow(field, parent(field, shape)))
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
    return new ResolvedShape(use, shape.with(fields), parts, mapperPackage, use.simpleName());
  }

  /** Adds the limits that the plan says. */
  private static Field limited(Field field, Concept concept, ShapeUse use) {
    return concept.rows().stream()
        .filter(row -> !row.limits().isEmpty() && isNamed(row, concept, use, field.name()))
        .flatMap(row -> row.limits().at(use).stream())
        .reduce(field, (one, said) -> one.with(said.limits(), said.required()), (one, same) -> one);
  }

  private boolean isPart(Concept concept, ShapeUse use, Field field, String mapperPackage) {
    boolean said =
        concept.rows().stream()
            .filter(row -> row.role().filter(FieldRole.PART::equals).isPresent())
            .anyMatch(row -> isNamed(row, concept, use, field.name()));
    boolean hasPaths =
        concept.rows().stream()
            .flatMap(row -> row.nameIn(use, concept).stream())
            .anyMatch(name -> name.startsWith(field.name() + "."));
    return (said || field.roles().contains(FieldRole.PART))
        && hasPaths
        && field.reader().isPresent()
        && field.writer().isPresent()
        && shapes.find(field.type()).filter(row -> canBeCreated(row, mapperPackage)).isPresent();
  }

  private static boolean isNamed(Row row, Concept concept, ShapeUse use, String field) {
    return row.nameIn(use, concept).equals(Optional.of(field));
  }

  private static boolean canBeCreated(Shape row, String mapperPackage) {
    return !row.isAbstract()
        && row.constructors().stream()
            .filter(creator -> creator.parameters().isEmpty())
            .map(Creator::visibility)
            .anyMatch(visibility -> visibility.reaches(mapperPackage, row.type().packageName()));
  }

  private Stream<Field> within(Field head, Shape owner) {
    return shapes.find(head.type()).stream()
        .flatMap(Shape::storedFields)
        .filter(part -> !part.type().equals(owner.type()))
        .map(part -> FieldPaths.joined(head, part));
  }

  private Optional<Field> parent(Field head, Shape owner) {
    return shapes.find(head.type()).stream()
        .flatMap(Shape::storedFields)
        .filter(part -> part.type().equals(owner.type()) && part.writer().isPresent())
        .findFirst();
  }
}
