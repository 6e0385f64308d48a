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
 * @param shapes in the order of the plan; exactly one in the domain
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

  /** The shape in the domain. */
  public ShapeUse domain() {
    return shapes.stream()
        .filter(shape -> shape.layer().role() == Role.DOMAIN)
        .findFirst()
        .orElseThrow();
  }

  /** The shapes outside the domain. */
  public Stream<ShapeUse> outer() {
    return shapes.stream().filter(shape -> shape.layer().role() != Role.DOMAIN);
  }
}
