package dev.shelftwin.source;

import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;

/** Names methods as class files do (JVMS §4.3.3). */
final class Descriptors {

  private final Elements elements;
  private final Types types;

  Descriptors(Elements elements, Types types) {
    this.elements = elements;
    this.types = types;
  }

  /** The {@link BodyFacts#key} of a constructor or method. */
  String key(ExecutableElement method) {
    StringBuilder text = new StringBuilder(method.getSimpleName()).append('(');
    method.getParameters().forEach(one -> text.append(of(types.erasure(one.asType()))));
    return text.append(')').toString();
  }

  private String of(TypeMirror type) {
    if (type instanceof ArrayType array) {
      return "[" + of(array.getComponentType());
    }
    return type instanceof DeclaredType declared
        ? "L"
            + elements
                .getBinaryName((TypeElement) declared.asElement())
                .toString()
                .replace('.', '/')
            + ";"
        : switch (type.getKind()) {
          case BOOLEAN -> "Z";
          case BYTE -> "B";
          case SHORT -> "S";
          case CHAR -> "C";
          case INT -> "I";
          case LONG -> "J";
          case FLOAT -> "F";
          default -> "D";
        };
  }
}
