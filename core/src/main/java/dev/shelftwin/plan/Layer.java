package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import java.util.Objects;

/**
 * One layer of the users' program.
 *
 * @param name any name but the reserved words
 * @param role what it is for
 * @param packageName where its types are
 * @param at where the plan names it
 */
public record Layer(String name, Role role, String packageName, Place at) {

  public Layer {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(role, "role");
    Objects.requireNonNull(packageName, "packageName");
    Objects.requireNonNull(at, "at");
  }
}
