package dev.shelftwin.plan;

import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Place;
import java.util.Objects;

/**
 * What the plan says that a field allows, where its declaration does not.
 *
 * @param limits to be added to the declaration's
 * @param required whether a value must be there
 * @param at where it is said
 */
public record SaidLimits(Limits limits, boolean required, Place at) {

  public SaidLimits {
    Objects.requireNonNull(limits, "limits");
    Objects.requireNonNull(at, "at");
  }
}
