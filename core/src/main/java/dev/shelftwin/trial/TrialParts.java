package dev.shelftwin.trial;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.NestedMappers;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.shape.Shapes;

/** What all routes of a trial share. */
final class TrialParts {

  private final Reflection reflection;
  private final Values values;
  private final Oracle oracle;
  private final Mappers mappers;
  private final ValueSampler sampler;
  private final Catalogue catalogue;
  private final Finders finders;
  private final ObjectMakers creators;

  TrialParts(Ledger ledger, Shapes shapes, ClassLoader loader) {
    reflection = new Reflection(loader);
    values = new Values(ledger, shapes, reflection, this::oracle);
    sampler = new ValueSampler(ledger.plan(), shapes, reflection);
    catalogue = new Catalogue(shapes, NestedMappers.NONE);
    // Rows are made of values, values are worked out with rows at hand.
    finders =
        new Finders(ledger, shapes, reflection, sampler, values, this::oracle, this::creators);
    oracle = new Oracle(ledger, reflection, finders);
    mappers = new Mappers(ledger, reflection, finders);
    creators = new ObjectMakers(ledger, this);
  }

  Reflection reflection() {
    return reflection;
  }

  Values values() {
    return values;
  }

  Oracle oracle() {
    return oracle;
  }

  Mappers mappers() {
    return mappers;
  }

  ValueSampler sampler() {
    return sampler;
  }

  Catalogue catalogue() {
    return catalogue;
  }

  Finders finders() {
    return finders;
  }

  ObjectMakers creators() {
    return creators;
  }
}
