package coop.kiln.model;

import java.util.List;
import java.util.Objects;

/**
 * A kiln that members share.
 *
 * @param code at its door
 * @param highest temperature it stands, in degrees Celsius
 * @param shelves from the floor up
 */
public record Kiln(KilnCode code, int highest, List<Shelf> shelves) {

  public Kiln {
    Objects.requireNonNull(code, "code");
    shelves = List.copyOf(shelves);
  }
}
