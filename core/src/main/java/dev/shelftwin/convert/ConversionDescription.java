package dev.shelftwin.convert;

import java.util.Objects;
import java.util.Set;

/**
 * A built-in conversion, as described in the documentation.
 *
 * @param from the source types, as a phrase
 * @param to the target types, as a phrase
 * @param how the expression, or a phrase
 * @param losses what may be lost
 * @param mayReject whether some values are rejected with a fault
 */
public record ConversionDescription(
    String from, String to, String how, Set<Loss> losses, boolean mayReject) {

  public ConversionDescription {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
    Objects.requireNonNull(how, "how");
    losses = Set.copyOf(losses);
  }
}
