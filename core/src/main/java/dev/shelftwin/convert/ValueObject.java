package dev.shelftwin.convert;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.List;
import java.util.Optional;

/** A type that holds one value, which can be read from it and which it can be made from. */
record ValueObject(TypeRef type, Access reader, Callable maker) {

  /** The type as a value object; empty where it is none. */
  static Optional<ValueObject> of(TypeRef type, Catalogue catalogue) {
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
        .flatMap(
            reader ->
                shape.makers().stream()
                    .filter(maker -> takes(maker, reader.type()))
                    .findFirst()
                    .map(maker -> new ValueObject(shape.type(), reader, maker)));
  }

  private static boolean takes(Callable maker, TypeRef component) {
    return maker.visibility() == Visibility.PUBLIC
        && maker.parameters().size() == 1
        && maker.parameters().get(0).type().equals(component);
  }

  Form making() {
    return maker.isConstructor() ? new Form.New(type) : new Form.Static(type, maker.name());
  }
}
