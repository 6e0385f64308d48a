package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.Objects;
import java.util.Set;

/**
 * One step of a conversion; it never sees null.
 *
 * @param name what the step does, for readers of the ledger
 * @param from the type it takes
 * @param to the type it gives
 * @param form how it is written in Java
 * @param losses what it may lose
 * @param mayRefuse whether it throws for some values
 */
public record Step(
    String name, TypeRef from, TypeRef to, Form form, Set<Loss> losses, boolean mayRefuse) {

  public Step {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
    Objects.requireNonNull(form, "form");
    losses = Set.copyOf(losses);
  }
}
