package dev.shelftwin.trial;

import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.random.RandomGenerator;

/** Makes the samples of one route, and the objects that a sample describes. */
final class SampleMaker {

  private final Route route;
  private final TrialParts parts;

  SampleMaker(Route route, TrialParts parts) {
    this.route = route;
    this.parts = parts;
  }

  /**
   * A sample; values of one type differ from each other where the type has enough of them.
   *
   * @param accepted whether it shall be one that the domain accepts as a whole
   */
  Sample make(RandomGenerator random, boolean accepted) throws SampleRefused {
    Set<String> taken = new HashSet<>();
    ObjectMaker first = creator(route.start());
    Map<String, Candidate> start =
        accepted ? first.sketchAccepted(random, taken) : first.sketch(random, taken);
    Map<String, Candidate> other =
        route.updates() ? creator(route.end()).sketch(random, taken) : Map.of();
    Map<String, Candidate> given = new LinkedHashMap<>();
    for (HopLedger hop : route.hops()) {
      for (FieldMapping entry : Mappers.givenByCaller(hop)) {
        Field field = entry.target().orElseThrow();
        TypeRef slot = hop.slot(field).orElse(field.type());
        ResolvedShape to = hop.hop().to();
        ObjectMaker creator = creator(to);
        given.put(
            field.name(),
            creator.distinct(slot, creator.limits(field), to.mayBeMissing(field), random, taken));
      }
    }
    return new Sample(start, other, given);
  }

  /** The object that a route begins with. */
  Object start(Sample sample) throws SampleRefused {
    return creator(route.start()).build(Sample.values(sample.start()));
  }

  /** The object that a route's last leg writes over. */
  Object other(Sample sample) throws SampleRefused {
    return creator(route.end()).build(Sample.values(sample.other()));
  }

  private ObjectMaker creator(ResolvedShape resolved) {
    return parts.creators().of(route.concept(), resolved);
  }
}
