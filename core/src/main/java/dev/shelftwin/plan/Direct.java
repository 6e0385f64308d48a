package dev.shelftwin.plan;

import java.util.Objects;

/**
 * A read that goes from a row straight to a response, past the domain.
 *
 * @param from the row's type
 * @param to the response's type
 */
public record Direct(Text from, Text to) {

  public Direct {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
  }

  /** As the plan writes it. */
  @Override
  public String toString() {
    return from + " -> " + to;
  }
}
