package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A value object as the value it holds. */
final class ValueUnwrapping implements Strategy {

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, Catalogue catalogue) {
    // From one value object into another would turn a member's number into a firing's.
    return ValueObject.of(from, catalogue)
        .filter(object -> ValueObject.of(to, catalogue).isEmpty())
        .map(
            object ->
                new Step(
                    object.reader().name() + "()",
                    from,
                    object.reader().type(),
                    new Form.Read(object.reader()),
                    Set.of(),
                    false))
        .flatMap(step -> catalogue.then(step, to));
  }

  @Override
  public List<Description> descriptions() {
    return List.of(
        new Description(
            "a value object: a type that keeps one value",
            "that value, and what it converts to",
            "its reader",
            Set.of(),
            false));
  }
}
