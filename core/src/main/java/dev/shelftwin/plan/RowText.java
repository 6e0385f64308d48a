package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * Where a row stands in the plan's text.
 *
 * @param at its beginning
 * @param end where a word can be added; empty if the row has no text
 * @param inner where something can be added to a word whose value is a mapping, by the word
 * @param ofSeveral whether the text says the same about other fields, which have rows of their own
 */
public record RowText(
    Place at, Optional<InsertionPoint> end, Map<String, InsertionPoint> inner, boolean ofSeveral) {

  public RowText {
    Objects.requireNonNull(at, "at");
    Objects.requireNonNull(end, "end");
    inner = Map.copyOf(inner);
  }

  /** A row without a text of its own. */
  public static RowText at(Place at) {
    return new RowText(at, Optional.empty(), Map.of(), false);
  }

  /** The text of one of several fields about which a row says the same. */
  static RowText ofSeveral(Place at) {
    return new RowText(at, Optional.empty(), Map.of(), true);
  }
}
