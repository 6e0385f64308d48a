package dev.shelftwin.convert;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A constant as its name. */
final class EnumToText implements Strategy {

  private static final TypeRef TEXT = TypeRef.lang("String");

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, Catalogue catalogue) {
    return catalogue
        .shapes()
        .find(from)
        .filter(shape -> shape.kind() == Shape.Kind.ENUM)
        .map(shape -> new Access(Access.Kind.METHOD, "name", TEXT, Visibility.PUBLIC))
        .map(name -> new Step("by name", from, TEXT, new Form.Read(name), Set.of(), false))
        .flatMap(step -> catalogue.then(step, to))
        .filter(EnumToText::staysText);
  }

  /** A name may be held by a value object; read as a number or a date it makes no sense. */
  private static boolean staysText(Conversion conversion) {
    return conversion.steps().stream().noneMatch(step -> step.form() instanceof Form.Written);
  }

  @Override
  public List<Description> descriptions() {
    return List.of(
        new Description("a constant of an enumeration", "String", "its name", Set.of(), false));
  }
}
