package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Objects;
import java.util.Optional;

/**
 * Where a value comes from that the source does not have.
 *
 * @param source where from
 * @param literal the value itself where the plan says it: text, whole number, number, truth value;
 *     empty for null and for other sources
 * @param at where the plan says it
 */
public record Given(Source source, Optional<Object> literal, Place at) {

  /** Where from. */
  public enum Source {
    /** The plan says the value. */
    VALUE,
    /** It is a parameter of the mapper's method. */
    CALLER,
    /** The target's own factory sets it by its own rule. */
    FACTORY
  }

  public Given {
    Objects.requireNonNull(source, "source");
    Objects.requireNonNull(literal, "literal");
    Objects.requireNonNull(at, "at");
  }

  /** As a reader of the ledger wants it. */
  public String label() {
    return switch (source) {
      case VALUE -> literal.map(Object::toString).orElse("null");
      case CALLER -> "by the caller";
      case FACTORY -> "by the factory";
    };
  }
}
