package dev.shelftwin.convert;

import java.util.Objects;
import java.util.Set;

/**
 * A conversion of the catalogue, for those who read about it.
 *
 * @param from what it takes, as a phrase
 * @param to what it gives, as a phrase
 * @param how it is done
 * @param losses what may be lost
 * @param mayRefuse whether some values are refused, which is a fault
 */
public record Description(String from, String to, String how, Set<Loss> losses, boolean mayRefuse) {

  public Description {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
    Objects.requireNonNull(how, "how");
    losses = Set.copyOf(losses);
  }
}
