package dev.shelftwin.trial;

import java.util.List;
import java.util.Objects;
import java.util.function.Supplier;

/**
 * The recipe of a drawn object, and simpler ones that are created only when they are asked for.
 *
 * @param recipe the recipe
 * @param simpler creates the simpler recipes, the simplest first
 */
record DrawnObject(SampleRecipe recipe, Supplier<List<SampleRecipe>> simpler) {

  DrawnObject {
    Objects.requireNonNull(recipe, "recipe");
    Objects.requireNonNull(simpler, "simpler");
  }

  static DrawnObject of(SampleRecipe recipe) {
    return new DrawnObject(recipe, recipe::simpler);
  }

  SampleValue toValue() {
    return new SampleValue(recipe, () -> simpler.get().stream().map(SampleValue::of).toList());
  }
}
