package dev.shelftwin.plan;

import java.util.Objects;
import java.util.Optional;

/**
 * How trials write and read JSON.
 *
 * @param mapper the static method that returns the users' JSON mapper; empty for a usual one
 * @param doubleNumbers whether those who read the JSON keep numbers in double precision only
 *     (binary64 of IEEE 754), as browsers do (RFC 8259, §6)
 */
public record Wire(Optional<Text> mapper, boolean doubleNumbers) {

  static final String DOUBLE = "double";
  static final String EXACT = "exact";

  /** A usual mapper, and readers that keep every number. */
  static final Wire USUAL = new Wire(Optional.empty(), false);

  public Wire {
    Objects.requireNonNull(mapper, "mapper");
  }
}
