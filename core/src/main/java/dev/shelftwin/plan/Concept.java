package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * One thing that the program is about, with its types in the layers.
 *
 * @param name the name of the concept
 * @param shapes its types in the order of the plan; at most one in the domain
 * @param rows one for each field that is not the same in every layer
 * @param omissions fields that a shape leaves out on purpose
 * @param directs reads that skip the domain
 * @param existing the users' own mappers
 * @param at where the plan names it
 * @param rowEnd where a row can be added; empty if the plan has no text
 */
public record Concept(
    String name,
    List<ShapeUse> shapes,
    List<Row> rows,
    List<Omission> omissions,
    List<Direct> directs,
    List<ExistingMapper> existing,
    Place at,
    Optional<InsertionPoint> rowEnd) {

  public Concept {
    Objects.requireNonNull(name, "name");
    shapes = List.copyOf(shapes);
    rows = List.copyOf(rows);
    omissions = List.copyOf(omissions);
    directs = List.copyOf(directs);
    existing = List.copyOf(existing);
    Objects.requireNonNull(at, "at");
    Objects.requireNonNull(rowEnd, "rowEnd");
  }

  /** This concept with other rows. */
  public Concept with(List<Row> others) {
    return with(shapes, others, omissions);
  }

  /** This concept with other shapes, rows and omissions. */
  public Concept with(
      List<ShapeUse> otherShapes, List<Row> otherRows, List<Omission> otherOmissions) {
    return new Concept(name, otherShapes, otherRows, otherOmissions, directs, existing, at, rowEnd);
  }

  /** This concept with other existing mappers. */
  public Concept withExisting(List<ExistingMapper> others) {
    return new Concept(name, shapes, rows, omissions, directs, others, at, rowEnd);
  }

  /** The users' own mappers of a hop; usually none. */
  public List<ExistingMapper> existing(ShapeUse from, ShapeUse to) {
    return existing.stream().filter(mapper -> mapper.isFor(from, to)).toList();
  }

  /**
   * The shape that all others are mapped from and to: the domain's, or the row without a domain.
   */
  public ShapeUse hub() {
    return first(Role.DOMAIN).or(() -> first(Role.PERSISTENCE)).orElseThrow();
  }

  private Optional<ShapeUse> first(Role role) {
    return shapes.stream().filter(shape -> shape.layer().role() == role).findFirst();
  }

  /** Whether a read may skip the domain. */
  public boolean isDirect(ShapeUse from, ShapeUse to) {
    return directs.stream()
        .anyMatch(direct -> from.isNamed(direct.from().value()) && to.isNamed(direct.to().value()));
  }

  /** The other shapes. */
  public Stream<ShapeUse> outer() {
    ShapeUse hub = hub();
    return shapes.stream().filter(shape -> !shape.equals(hub));
  }
}
