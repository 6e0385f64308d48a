package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.List;
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

  @Override
  public List<Description> descriptions() {
    return List.of(
        new Description(
            "a value, and what converts to it",
            "a value object: a type that keeps one value",
            "its constructor or static factory, which may refuse",
            Set.of(),
            true));
  }
}
