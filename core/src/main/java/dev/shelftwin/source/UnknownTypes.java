package dev.shelftwin.source;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.shape.Place;
import java.util.function.Consumer;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Types;

/** Reports types that the class path does not have. */
final class UnknownTypes {

  private final Types types;
  private final TypeReader typeReader;
  private final Places places;
  private final Consumer<InputError> errors;

  UnknownTypes(Types types, TypeReader typeReader, Places places, Consumer<InputError> errors) {
    this.types = types;
    this.typeReader = typeReader;
    this.places = places;
    this.errors = errors;
  }

  /** Checks the type of a field. */
  void check(Place place, String field, TypeMirror type) {
    if (type.getKind() == TypeKind.ERROR) {
      errors.accept(
          new InputError(
              place,
              "The type " + type + " of " + field + " cannot be found",
              "correct its name, or add the jar that contains it to 'class-path' in the plan"));
    }
  }

  /** Checks a supertype, whose inherited fields would be missing. */
  void check(TypeMirror supertype, TypeMirror type) {
    if (supertype.getKind() == TypeKind.ERROR) {
      TypeElement element = (TypeElement) types.asElement(type);
      errors.accept(
          new InputError(
              places.ofType(typeReader.read(element)),
              "The type " + supertype + ", which " + type + " extends, cannot be found",
              "add the jar that contains it to 'class-path' in the plan"));
    }
  }
}
