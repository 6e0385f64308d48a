package dev.shelftwin.trial;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Shapes;

/** What all routes of a trial share. */
record TrialParts(
    Reflection reflection,
    Values values,
    Oracle oracle,
    Mappers mappers,
    ValueSampler sampler,
    Catalogue catalogue) {

  static TrialParts of(Plan plan, Shapes shapes, ClassLoader loader) {
    Reflection reflection = new Reflection(loader);
    return new TrialParts(
        reflection,
        new Values(shapes, reflection),
        new Oracle(reflection),
        new Mappers(reflection),
        new ValueSampler(plan, shapes, reflection),
        new Catalogue(shapes));
  }
}
