package coop.kiln.model;

/** Pressed into the foot of a piece: four letters or digits. */
public record PieceTag(String value) {

  public PieceTag {
    if (!value.matches("[A-Z0-9]{4}")) {
      throw new IllegalArgumentException("a tag is four letters or digits, not " + value);
    }
  }
}
