package dev.shelftwin.source;

import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Visibility;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;

/** Facts about one declaration that need no other declaration. */
final class Declarations {

  private Declarations() {}

  static Shape.Kind kind(TypeElement type) {
    return switch (type.getKind()) {
      case RECORD -> Shape.Kind.RECORD;
      case ENUM -> Shape.Kind.ENUM;
      case INTERFACE -> Shape.Kind.INTERFACE;
      case ANNOTATION_TYPE -> Shape.Kind.ANNOTATION;
      default ->
          type.getModifiers().contains(Modifier.ABSTRACT)
              ? Shape.Kind.ABSTRACT_CLASS
              : Shape.Kind.CLASS;
    };
  }

  static List<String> constants(TypeElement type) {
    return type.getEnclosedElements().stream()
        .filter(member -> member.getKind() == ElementKind.ENUM_CONSTANT)
        .map(member -> member.getSimpleName().toString())
        .toList();
  }

  /** Whether a record declares toString itself. The method that the compiler adds is final. */
  static boolean hasOwnText(TypeElement type) {
    return ElementFilter.methodsIn(type.getEnclosedElements()).stream()
        .filter(method -> method.getSimpleName().contentEquals("toString"))
        .filter(method -> method.getParameters().isEmpty())
        .anyMatch(method -> !method.getModifiers().contains(Modifier.FINAL));
  }

  /** Who may use a member; no code of the Java language can use one with a hyphen in its name. */
  static Visibility visibility(Element member) {
    Set<Modifier> modifiers = member.getModifiers();
    String name = member.getSimpleName().toString();
    if (modifiers.contains(Modifier.PRIVATE) || !name.equals(Members.unmangled(name))) {
      return Visibility.PRIVATE;
    }
    return modifiers.contains(Modifier.PUBLIC) ? Visibility.PUBLIC : Visibility.PACKAGE;
  }
}
