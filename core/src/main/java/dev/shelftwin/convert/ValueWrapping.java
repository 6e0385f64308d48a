package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Converts a value to the value object that holds it; the value object may reject it. */
final class ValueWrapping implements ConversionStrategy {

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, ConversionFinder catalogue) {
    return ValueObject.of(to, catalogue)
        .filter(object -> ValueObject.of(from, catalogue).isEmpty())
        .map(
            object ->
                new Step(
                    object.creator().label(),
                    object.reader().type(),
                    to,
                    object.creation(),
                    Set.of(),
                    true))
        .flatMap(step -> catalogue.before(from, step));
  }

  @Override
  public List<ConversionDescription> descriptions() {
    return List.of(
        new ConversionDescription(
            "a value, and the types that convert to it",
            "a value object (a type with one field)",
            "its constructor or factory method, which may reject the value",
            Set.of(),
            true));
  }
}
