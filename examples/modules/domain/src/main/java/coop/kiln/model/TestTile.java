package coop.kiln.model;

import java.util.Optional;

/** A tile that shows how a glaze comes out of the kiln. */
public record TestTile(String tag, String glaze, int coneCelsius, Optional<String> result) {

  public TestTile {
    if (tag.isBlank() || tag.length() > 12) {
      throw new IllegalArgumentException("a tile has a tag of 1 to 12 characters");
    }
    if (glaze.length() > 40) {
      throw new IllegalArgumentException("the name of a glaze has at most 40 characters");
    }
    if (result.filter(text -> text.length() > 200).isPresent()) {
      throw new IllegalArgumentException("a result has at most 200 characters");
    }
  }
}
