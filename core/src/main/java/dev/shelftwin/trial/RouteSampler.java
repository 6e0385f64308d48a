package dev.shelftwin.trial;

import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.random.RandomGenerator;

/** Draws the samples of one route. */
final class RouteSampler {

  private final ObjectSamplers samplers;
  private final ObjectSampler start;
  private final Optional<ObjectSampler> existing;
  private final Map<String, PartSampler> callerValues = new LinkedHashMap<>();

  RouteSampler(Route route, ObjectSamplers samplers) {
    this.samplers = samplers;
    this.start = samplers.of(route.concept(), route.start());
    this.existing =
        route.updates() ? Optional.of(samplers.of(route.concept(), route.end())) : Optional.empty();
    for (HopLedger hop : route.hops()) {
      ObjectSampler target = samplers.of(route.concept(), hop.hop().to());
      for (FieldMapping mapping : hop.callerParameters()) {
        Field field = mapping.target().orElseThrow();
        TypeRef type = hop.slot(field).orElse(field.type());
        callerValues.put(field.name(), target.callerValues(type, field));
      }
    }
  }

  /**
   * A sample in which values of one type differ, if the type has enough values.
   *
   * @param accepted whether the domain must accept the start object as a whole
   */
  Sample draw(RandomGenerator random, boolean accepted) {
    samplers.begin();
    Set<DrawnKey> taken = new HashSet<>();
    SampleRecipe first =
        accepted ? start.acceptedRecipe(random, taken) : start.recipe(random, taken);
    Optional<SampleRecipe> updated = existing.map(sampler -> sampler.recipe(random, taken));
    Map<String, SampleValue> passed = new LinkedHashMap<>();
    callerValues.forEach((name, sampler) -> passed.put(name, sampler.passed(random, taken)));
    return new Sample(first, updated, passed);
  }
}
