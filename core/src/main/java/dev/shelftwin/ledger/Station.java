package dev.shelftwin.ledger;

import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * A concept's shape in a layer, as the plan names it and the code has it.
 *
 * @param use the plan's word
 * @param shape the code's; where it is a row with others as parts, their fields stand in place of
 *     those that lead to them, named by their paths
 * @param parts the rows that are parts of this one
 * @param label its simple name, with the layer before it where simple names repeat in the plan
 */
public record Station(ShapeUse use, Shape shape, List<Part> parts, String label) {

  public Station {
    Objects.requireNonNull(use, "use");
    Objects.requireNonNull(shape, "shape");
    parts = List.copyOf(parts);
    Objects.requireNonNull(label, "label");
  }

  /**
   * A row that is a part of another and has no concept of its own.
   *
   * @param field leads to it
   * @param wayBack leads back from it; empty where nothing does
   */
  public record Part(Field field, Optional<Field> wayBack) {

    public Part {
      Objects.requireNonNull(field, "field");
      Objects.requireNonNull(wayBack, "wayBack");
    }
  }

  public Layer layer() {
    return use.layer();
  }

  public Role role() {
    return use.layer().role();
  }

  /** Where the layer's types are. */
  public String packageName() {
    return use.layer().packageName();
  }

  /** Where the layer's mappers are, and so what they may use. */
  public String mapperPackage() {
    return use.layer().mapperPackage();
  }

  /**
   * Whether a field may be without a value. Where its declaration does not say, the layer's habit
   * decides: the plan's word, else a domain says what may be missing; a column may be null (Jakarta
   * Persistence 3.2, §11.1.9); those outside may leave anything out. What holds several is empty
   * rather than missing in a domain.
   */
  public boolean mayBeMissing(Field field) {
    if (field.presence() != Presence.UNSAID) {
      return field.presence() == Presence.OPTIONAL;
    }
    boolean domain = role() == Role.DOMAIN;
    Presence usual = domain ? Presence.REQUIRED : Presence.OPTIONAL;
    return layer().rules().unsaid().orElse(usual) == Presence.OPTIONAL
        && !(domain && Container.of(field.type()).isPresent());
  }

  /** A field of this shape as findings name it. */
  public String path(Field field) {
    String owner = shape.type().simpleName();
    return field.name().isEmpty() ? owner : owner + "." + field.name();
  }

  /** One use of a type in a plan is one station. */
  @Override
  public boolean equals(Object other) {
    return this == other || (other instanceof Station station && use.equals(station.use));
  }

  @Override
  public int hashCode() {
    return use.type().hashCode();
  }

  @Override
  public String toString() {
    return label;
  }
}
