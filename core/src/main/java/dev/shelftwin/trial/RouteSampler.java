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

  private final Route route;
  private final ObjectSamplers samplers;

  RouteSampler(Route route, ObjectSamplers samplers) {
    this.route = route;
    this.samplers = samplers;
  }

  /**
   * A sample in which values of one type differ, if the type has enough values.
   *
   * @param accepted whether the domain must accept the start object as a whole
   */
  Sample draw(RandomGenerator random, boolean accepted) {
    Set<DrawnKey> taken = new HashSet<>();
    ObjectSampler first = samplers.of(route.concept(), route.start());
    SampleRecipe start =
        accepted ? first.acceptedRecipe(random, taken) : first.recipe(random, taken);
    Optional<SampleRecipe> existing =
        route.updates()
            ? Optional.of(samplers.of(route.concept(), route.end()).recipe(random, taken))
            : Optional.empty();
    Map<String, SampleValue> callerValues = new LinkedHashMap<>();
    for (HopLedger hop : route.hops()) {
      for (FieldMapping mapping : hop.callerParameters()) {
        Field field = mapping.target().orElseThrow();
        TypeRef type = hop.slot(field).orElse(field.type());
        ObjectSampler sampler = samplers.of(route.concept(), hop.hop().to());
        callerValues.put(field.name(), sampler.callerValue(type, field, random, taken));
      }
    }
    return new Sample(start, existing, callerValues);
  }
}
