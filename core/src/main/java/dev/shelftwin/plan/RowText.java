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
 */
public record RowText(Place at, Optional<InsertionPoint> end, Map<String, InsertionPoint> inner) {

  public RowText {
    Objects.requireNonNull(at, "at");
    Objects.requireNonNull(end, "end");
    inner = Map.copyOf(inner);
  }

  /** A row without a text of its own. */
  public static RowText at(Place at) {
    return new RowText(at, Optional.empty(), Map.of());
  }
}
