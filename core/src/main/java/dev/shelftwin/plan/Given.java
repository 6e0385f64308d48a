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
 * @param method the static method without parameters that gives it, as {@code Class.method}
 * @param at where the plan says it
 */
public record Given(Source source, Optional<Object> literal, Optional<Text> method, Place at) {

  /** Where from. */
  public enum Source {
    /** The plan says the value. */
    VALUE,
    /** It is a parameter of the mapper's method. */
    CALLER,
    /** A supplier gives it, which the mapper is handed when it is made. */
    SUPPLIER,
    /** A static method gives it. */
    METHOD,
    /** The target's own factory sets it by its own rule. */
    FACTORY
  }

  public Given {
    Objects.requireNonNull(source, "source");
    Objects.requireNonNull(literal, "literal");
    Objects.requireNonNull(method, "method");
    Objects.requireNonNull(at, "at");
  }

  /** Whether what arrives is known before it does. */
  public boolean isForetold() {
    return source == Source.VALUE || source == Source.CALLER;
  }

  /** As a reader of the ledger wants it. */
  public String label() {
    return switch (source) {
      case VALUE -> literal.map(Object::toString).orElse("null");
      case CALLER -> "by the caller";
      case SUPPLIER -> "by a supplier";
      case METHOD -> "by " + method.map(Text::value).orElse("");
      case FACTORY -> "by the factory";
    };
  }
}
