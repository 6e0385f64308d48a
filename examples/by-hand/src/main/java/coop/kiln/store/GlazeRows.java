package coop.kiln.store;

import coop.kiln.model.Glaze;
import coop.kiln.model.GlazeCode;
import coop.kiln.model.Material;
import java.util.LinkedHashMap;
import java.util.Map;

/** Glazes in the glaze book. */
public class GlazeRows {

  public Glaze toGlaze(GlazeRow row) {
    Map<Material, Integer> recipe = new LinkedHashMap<>();
    row.getRecipe().forEach((material, percent) -> recipe.put(Material.valueOf(material), percent));
    return new Glaze(new GlazeCode(row.getCode()), row.getName(), row.isFoodSafe(), recipe);
  }
}
