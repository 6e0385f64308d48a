package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.Optional;
import java.util.Set;

/** A value as the value object that holds it, which may refuse it. */
final class ValueWrapping implements Strategy {

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, Catalogue catalogue) {
    return ValueObject.of(to, catalogue)
        .filter(object -> ValueObject.of(from, catalogue).isEmpty())
        .map(
            object ->
                new Step(
                    object.maker().label(),
                    object.reader().type(),
                    to,
                    object.making(),
                    Set.of(),
                    true))
        .flatMap(step -> catalogue.before(from, step));
  }
}
