package dev.shelftwin.trial;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The values that one run along a route needs.
 *
 * @param start the object that the route starts with
 * @param existing the object that the last step updates; empty if it updates none
 * @param callerValues the values that the mappers' caller passes, by target field
 */
record Sample(
    SampleRecipe start, Optional<SampleRecipe> existing, Map<String, SampleValue> callerValues) {

  Sample {
    Objects.requireNonNull(start, "start");
    Objects.requireNonNull(existing, "existing");
    callerValues = Collections.unmodifiableMap(new LinkedHashMap<>(callerValues));
  }

  /** The values that the mappers' caller passes, by target field. */
  Map<String, @Nullable Object> passedValues() {
    Map<String, @Nullable Object> passed = new LinkedHashMap<>();
    callerValues.forEach((name, value) -> passed.put(name, value.value()));
    return passed;
  }

  /** Simpler samples, each with one change. */
  List<Sample> simpler() {
    List<Sample> simpler = new ArrayList<>();
    start.simpler().forEach(recipe -> simpler.add(new Sample(recipe, existing, callerValues)));
    existing
        .map(SampleRecipe::simpler)
        .orElse(List.of())
        .forEach(recipe -> simpler.add(new Sample(start, Optional.of(recipe), callerValues)));
    callerValues.forEach(
        (name, value) ->
            value
                .simpler()
                .get()
                .forEach(other -> simpler.add(new Sample(start, existing, with(name, other)))));
    return simpler;
  }

  private Map<String, SampleValue> with(String name, SampleValue value) {
    Map<String, SampleValue> changed = new LinkedHashMap<>(callerValues);
    changed.put(name, value);
    return changed;
  }
}
