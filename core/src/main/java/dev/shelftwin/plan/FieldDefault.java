package dev.shelftwin.plan;

import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Place;
import java.util.Objects;
import java.util.Optional;

/**
 * What a layer says about a field of all its shapes. It applies only where the field has no
 * counterpart on a hop and the concept has no row for it.
 *
 * @param field the field's name
 * @param role what the field is
 * @param stays why the field is not mapped
 * @param at where the plan says it
 */
public record FieldDefault(Text field, Optional<FieldRole> role, Optional<Text> stays, Place at)
    implements PlanWord {

  public FieldDefault {
    Objects.requireNonNull(field, "field");
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(stays, "stays");
    Objects.requireNonNull(at, "at");
  }
}
