package dev.shelftwin.convert;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Converts a constant of an enumeration to its name. */
final class EnumToText implements ConversionStrategy {

  private static final TypeRef TEXT = TypeRef.lang("String");
  private static final Access NAME =
      new Access(Access.Kind.METHOD, "name", TEXT, Visibility.PUBLIC);

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, ConversionFinder catalogue) {
    return catalogue
        .shapes()
        .find(from)
        .filter(shape -> shape.kind() == Shape.Kind.ENUM)
        .map(shape -> new Step("by name", from, TEXT, new Operation.Read(NAME), Set.of(), false))
        .flatMap(step -> catalogue.then(step, to))
        .filter(EnumToText::staysText);
  }

  /** A value object may hold a name; parsing a name as a number or a date makes no sense. */
  private static boolean staysText(Conversion conversion) {
    return conversion.steps().stream()
        .noneMatch(step -> step.operation() instanceof Operation.JdkExpression);
  }

  @Override
  public List<ConversionDescription> descriptions() {
    return List.of(
        new ConversionDescription(
            "a constant of an enumeration", "String", "its name", Set.of(), false));
  }
}
