package coop.kiln.model;

import java.util.Optional;

/** A glaze that members mix. */
public record Glaze(GlazeCode code, String name, boolean foodSafe, Optional<String> note) {

  public Glaze {
    if (name.isBlank()) {
      throw new IllegalArgumentException("a glaze has a name");
    }
  }
}
