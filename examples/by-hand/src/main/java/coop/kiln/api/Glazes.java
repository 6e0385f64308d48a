package coop.kiln.api;

import coop.kiln.model.Glaze;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Glazes as anybody may see them. */
public final class Glazes {

  private Glazes() {}

  public static List<GlazeView> toViews(List<Glaze> glazes) {
    return glazes.stream().map(Glazes::toView).toList();
  }

  private static GlazeView toView(Glaze glaze) {
    Map<String, Integer> recipe = new LinkedHashMap<>();
    glaze.recipe().forEach((material, percent) -> recipe.put(material.name(), percent));
    return new GlazeView(glaze.code().value(), glaze.name(), glaze.foodSafe(), recipe);
  }
}
