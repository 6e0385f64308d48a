package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Converts a value object to the value that it holds. */
final class ValueUnwrapping implements ConversionStrategy {

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, ConversionFinder catalogue) {
    // Converting one value object to another would turn a member number into a firing number.
    return ValueObject.of(from, catalogue)
        .filter(object -> ValueObject.of(to, catalogue).isEmpty())
        .map(
            object ->
                new Step(
                    object.reader().name() + "()",
                    from,
                    object.reader().type(),
                    new Operation.Read(object.reader()),
                    Set.of(),
                    false))
        .flatMap(step -> catalogue.then(step, to));
  }

  @Override
  public List<ConversionDescription> descriptions() {
    return List.of(
        new ConversionDescription(
            "a value object (a type with one field)",
            "its value, and the types that the value converts to",
            "its accessor",
            Set.of(),
            false));
  }
}
