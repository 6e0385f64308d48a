package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * One thing the program is about.
 *
 * @param name of the concept
 * @param shapes in the order of the plan; at most one in the domain
 * @param rows one for each field that is not simply the same everywhere
 * @param omissions fields left out of a shape on purpose
 * @param directs reads that skip the domain
 * @param at where the plan names it
 */
public record Concept(
    String name,
    List<ShapeUse> shapes,
    List<Row> rows,
    List<Omission> omissions,
    List<Direct> directs,
    Place at) {

  public Concept {
    Objects.requireNonNull(name, "name");
    shapes = List.copyOf(shapes);
    rows = List.copyOf(rows);
    omissions = List.copyOf(omissions);
    directs = List.copyOf(directs);
    Objects.requireNonNull(at, "at");
  }

  /**
   * The shape that all others are mapped from and to: the domain's; in a program without a domain
   * the store's.
   */
  public ShapeUse hub() {
    return first(Role.DOMAIN).or(() -> first(Role.PERSISTENCE)).orElseThrow();
  }

  private Optional<ShapeUse> first(Role role) {
    return shapes.stream().filter(shape -> shape.layer().role() == role).findFirst();
  }

  /** Whether a read may go from one type straight to another. */
  public boolean goesDirectly(ShapeUse from, ShapeUse to) {
    return directs.stream()
        .anyMatch(
            direct ->
                direct.from().value().equals(from.simpleName())
                    && direct.to().value().equals(to.simpleName()));
  }

  /** The other shapes. */
  public Stream<ShapeUse> outer() {
    ShapeUse hub = hub();
    return shapes.stream().filter(shape -> !shape.equals(hub));
  }
}
