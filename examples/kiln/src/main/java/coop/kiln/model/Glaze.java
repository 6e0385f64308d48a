package coop.kiln.model;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;

/**
 * A glaze that the cooperative mixes.
 *
 * @param recipe percent by material
 */
public record Glaze(GlazeCode code, String name, boolean foodSafe, Map<Material, Integer> recipe) {

  public Glaze {
    Objects.requireNonNull(code, "code");
    if (name.isBlank() || name.length() > 60) {
      throw new IllegalArgumentException("a glaze's name has 1 to 60 characters");
    }
    recipe = Collections.unmodifiableMap(new LinkedHashMap<>(recipe));
    if (recipe.values().stream().anyMatch(percent -> percent < 0 || percent > 100)) {
      throw new IllegalArgumentException("a share lies between 0 and 100 percent");
    }
  }
}
