package coop.kiln.model;

import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * Something a member made.
 *
 * @param weight in grams
 * @param height in millimetres
 * @param glazes from the inside out
 */
public record Piece(
    PieceTag tag,
    MemberNumber maker,
    String clay,
    int weight,
    int height,
    List<GlazeCode> glazes,
    Optional<String> note) {

  public Piece {
    Objects.requireNonNull(tag, "tag");
    Objects.requireNonNull(maker, "maker");
    if (clay.isBlank() || clay.length() > 30) {
      throw new IllegalArgumentException("a clay's name has 1 to 30 characters");
    }
    glazes = List.copyOf(glazes);
    Objects.requireNonNull(note, "note");
  }
}
