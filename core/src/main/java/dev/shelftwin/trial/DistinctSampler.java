package dev.shelftwin.trial;

import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import java.util.Set;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/**
 * Draws values of one type that were not drawn before for the same sample, if the type has enough
 * values.
 */
final class DistinctSampler {

  private static final int ATTEMPTS = 10;

  private final ValueSampler.Prepared values;
  private final ValueText text;
  private final String type;

  DistinctSampler(
      ValueSampler values, ValueText text, TypeRef type, Limits allowed, boolean mayBeMissing) {
    TypeRef present = type.present().boxed();
    this.values = values.prepared(type, allowed, mayBeMissing);
    this.text = text;
    this.type = present.fullName() + "[]".repeat(present.dimensions());
  }

  SampleValue sample(RandomGenerator random, Set<DrawnKey> taken) {
    for (int attempt = 0; ; attempt++) {
      SampleValue value = values.sample(random);
      @Nullable Object present = ValueFitting.unwrapped(value.value());
      if (present == null || taken.add(key(present)) || attempt == ATTEMPTS) {
        return value;
      }
    }
  }

  /** JDK values are compared as such; the users' own by their text, as they may lack an equals. */
  private DrawnKey key(Object value) {
    String name = value.getClass().getName();
    boolean ofJdk = name.startsWith("java.lang.") || name.startsWith("java.time.");
    return new DrawnKey(type, ofJdk ? value : text.of(value));
  }
}
