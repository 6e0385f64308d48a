package dev.shelftwin.convert;

import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A name as its constant; a name that no constant has is refused. */
final class TextToEnum implements Strategy {

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, Catalogue catalogue) {
    if (!from.isLang("String")) {
      return Optional.empty();
    }
    return catalogue
        .shapes()
        .find(to)
        .filter(shape -> shape.kind() == Shape.Kind.ENUM)
        .map(shape -> new Step("by name", from, to, new Form.Constant(to), Set.of(), true))
        .map(step -> new Conversion(List.of(step)));
  }

  @Override
  public List<Description> descriptions() {
    return List.of(
        new Description(
            "String", "a constant of an enumeration", "the constant of that name", Set.of(), true));
  }
}
