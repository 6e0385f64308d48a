package dev.shelftwin.plan;

import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Place;
import java.util.Objects;
import java.util.Optional;

/**
 * What a layer says about a field of all its shapes. It applies only where the concept has no row
 * for the field; {@code is} and {@code stays} only where it has no counterpart on a hop.
 *
 * @param field the field's name
 * @param role what the field is
 * @param stays why the field is not mapped
 * @param outOnly why requests do not set the field
 * @param inOnly why responses do not show it
 * @param at where the plan says it
 */
public record FieldDefault(
    Text field,
    Optional<FieldRole> role,
    Optional<Text> stays,
    Optional<Text> outOnly,
    Optional<Text> inOnly,
    Place at)
    implements PlanWord {

  public FieldDefault {
    Objects.requireNonNull(field, "field");
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(stays, "stays");
    Objects.requireNonNull(outOnly, "outOnly");
    Objects.requireNonNull(inOnly, "inOnly");
    Objects.requireNonNull(at, "at");
  }

  /** Whether the field is not mapped where it has no counterpart. */
  public boolean isUnmapped() {
    return role.isPresent() || stays.isPresent();
  }

  /** The reason why the field is not mapped in a direction. */
  public Optional<Text> excluding(boolean inward) {
    return inward ? outOnly : inOnly;
  }
}
