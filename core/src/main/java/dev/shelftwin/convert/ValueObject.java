package dev.shelftwin.convert;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.List;
import java.util.Optional;

/**
 * A type with one stored field that can be read, and that a public creator takes.
 *
 * @param reader reads the value
 * @param creator creates an object from the value
 */
record ValueObject(TypeRef type, Access reader, Creator creator) {

  /** The type as a value object; empty if it is none. */
  static Optional<ValueObject> of(TypeRef type, ConversionFinder catalogue) {
    return catalogue.shapes().find(type).flatMap(ValueObject::of);
  }

  private static Optional<ValueObject> of(Shape shape) {
    List<Field> fields = shape.storedFields().toList();
    boolean concrete = shape.kind() == Shape.Kind.RECORD || shape.kind() == Shape.Kind.CLASS;
    if (!concrete || fields.size() != 1 || fields.get(0).writer().isPresent()) {
      return Optional.empty();
    }
    return fields
        .get(0)
        .reader()
        .filter(reader -> reader.visibility() == Visibility.PUBLIC)
        .filter(reader -> reader.guard().isEmpty())
        .flatMap(
            reader ->
                shape.creators().stream()
                    .filter(creator -> takes(creator, reader.type()))
                    .findFirst()
                    .map(creator -> new ValueObject(shape.type(), reader, creator)));
  }

  private static boolean takes(Creator creator, TypeRef component) {
    return creator.visibility() == Visibility.PUBLIC
        && creator.builder().isEmpty()
        && creator.parameters().size() == 1
        && creator.parameters().get(0).type().equals(component);
  }

  Operation creation() {
    return creator.isConstructor()
        ? new Operation.Construct(type)
        : new Operation.CallStatic(type, creator.name());
  }
}
