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
 * The type of a concept in a layer: what the plan names, and what the code has. Two are equal if
 * the plan names them at the same place.
 *
 * @param use the plan's name
 * @param shape the type in the code; fields of part rows take the place of the fields that refer to
 *     them, named by their paths
 * @param parts rows that are stored as parts of this row
 * @param mapperPackage the package of the concept's mapper to this layer
 * @param label the simple name; with the layer in front of it if simple names repeat in the plan
 */
public record ResolvedShape(
    ShapeUse use, Shape shape, List<PartRow> parts, String mapperPackage, String label) {

  public ResolvedShape {
    Objects.requireNonNull(use, "use");
    Objects.requireNonNull(shape, "shape");
    parts = List.copyOf(parts);
    Objects.requireNonNull(mapperPackage, "mapperPackage");
    Objects.requireNonNull(label, "label");
  }

  /**
   * A row that is stored as a part of another row and has no concept of its own.
   *
   * @param field refers to the part
   * @param parent refers back from the part to its owner; empty if nothing does
   */
  public record PartRow(Field field, Optional<Field> parent) {

    public PartRow {
      Objects.requireNonNull(field, "field");
      Objects.requireNonNull(parent, "parent");
    }
  }

  public Layer layer() {
    return use.layer();
  }

  public Role role() {
    return use.layer().role();
  }

  ResolvedShape withLabel(String other) {
    return new ResolvedShape(use, shape, parts, mapperPackage, other);
  }

  /** This shape with objects of a subtype of its type. */
  public ResolvedShape of(Shape subtype) {
    return new ResolvedShape(use, subtype, parts, mapperPackage, label);
  }

  /**
   * Whether the value of a field may be missing. If the declaration does not say, the layer's word
   * decides; without it a domain field is required, a column may be null (Jakarta Persistence 3.2,
   * §11.1.9), and a field of a transfer type may be left out. Containers of a domain are empty
   * rather than missing. A field that holds an object of its own type is missing in the last one.
   */
  public boolean mayBeMissing(Field field) {
    if (field.presence() != Presence.UNSPECIFIED) {
      return field.presence() == Presence.OPTIONAL;
    }
    if (holdsItsOwner(field)) {
      return true;
    }
    boolean domain = role() == Role.DOMAIN;
    Presence byRole = domain ? Presence.REQUIRED : Presence.OPTIONAL;
    return layer().rules().unspecifiedNullness().orElse(byRole) == Presence.OPTIONAL
        && !(domain && Container.of(field.type()).isPresent());
  }

  /** Whether a field holds an object of the type that declares it. */
  public boolean holdsItsOwner(Field field) {
    return field.type().erased().equals(shape.type().erased());
  }

  /** This shape as messages name it, with its layer if simple names repeat in the plan. */
  public String shownName() {
    return isLabelled() ? label : shape.toString();
  }

  /** A field of this shape as messages name it: {@code Shape.field}. */
  public String path(Field field) {
    String owner = isLabelled() ? label : shape.type().simpleName();
    return field.name().isEmpty() ? owner : owner + "." + field.name();
  }

  private boolean isLabelled() {
    return label.contains("/");
  }

  @Override
  public boolean equals(Object other) {
    return this == other || (other instanceof ResolvedShape that && use.equals(that.use));
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
