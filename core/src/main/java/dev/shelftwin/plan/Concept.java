package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;

/**
 * One thing the program is about.
 *
 * @param name of the concept
 * @param shapes in the order of the plan; at most one in the domain
 * @param rows one for each field that is not simply the same everywhere
 * @param omissions fields left out of a shape on purpose
 * @param at where the plan names it
 */
public record Concept(
    String name, List<ShapeUse> shapes, List<Row> rows, List<Omission> omissions, Place at) {

  public Concept {
    Objects.requireNonNull(name, "name");
    shapes = List.copyOf(shapes);
    rows = List.copyOf(rows);
    omissions = List.copyOf(omissions);
    Objects.requireNonNull(at, "at");
  }

  /**
   * The shape that all others are mapped from and to: the domain's; in a program without a domain
   * the store's.
   */
  public ShapeUse hub() {
    return Stream.of(Role.DOMAIN, Role.PERSISTENCE)
        .flatMap(role -> shapes.stream().filter(shape -> shape.layer().role() == role))
        .findFirst()
        .orElseThrow();
  }

  /** The other shapes. */
  public Stream<ShapeUse> outer() {
    ShapeUse hub = hub();
    return shapes.stream().filter(shape -> !shape.equals(hub));
  }
}
