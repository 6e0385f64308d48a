package dev.shelftwin.convert;

import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Converts a name to the constant of an enumeration; rejects unknown names. */
final class TextToEnum implements ConversionStrategy {

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, ConversionFinder catalogue) {
    if (!from.isLang("String")) {
      return Optional.empty();
    }
    Operation operation = new Operation.ConstantByName(to);
    return catalogue
        .shapes()
        .find(to)
        .filter(shape -> shape.kind() == Shape.Kind.ENUM)
        .map(shape -> Conversion.of(new Step("by name", from, to, operation, Set.of(), true)));
  }

  @Override
  public List<ConversionDescription> descriptions() {
    return List.of(
        new ConversionDescription(
            "String", "a constant of an enumeration", "the constant of that name", Set.of(), true));
  }
}
