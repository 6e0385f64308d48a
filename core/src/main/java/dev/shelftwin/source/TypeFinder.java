package dev.shelftwin.source;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;

/** Finds the compiler's type by the name that we give it. */
final class TypeFinder {

  private final Elements elements;
  private final Types types;

  TypeFinder(Elements elements, Types types) {
    this.elements = elements;
    this.types = types;
  }

  /**
   * The type by its qualified name, type arguments in angle brackets; empty where the code has no
   * such type, or it takes other arguments. Without arguments a generic type is as declared.
   */
  Optional<DeclaredType> find(String fullName) {
    int open = fullName.indexOf('<');
    if (open < 0) {
      return declaration(fullName).map(element -> (DeclaredType) element.asType());
    }
    Optional<TypeElement> element = declaration(fullName.substring(0, open));
    List<TypeMirror> arguments = new ArrayList<>();
    for (String argument : split(fullName.substring(open + 1, fullName.length() - 1))) {
      argument(argument).ifPresent(arguments::add);
    }
    return element
        .filter(generic -> generic.getTypeParameters().size() == arguments.size())
        .map(generic -> types.getDeclaredType(generic, arguments.toArray(TypeMirror[]::new)));
  }

  private Optional<TypeElement> declaration(String qualifiedName) {
    return Optional.ofNullable(elements.getTypeElement(qualifiedName));
  }

  private Optional<TypeMirror> argument(String fullName) {
    if (fullName.endsWith("[]")) {
      return argument(fullName.substring(0, fullName.length() - 2)).map(types::getArrayType);
    }
    for (TypeKind kind : TypeKind.values()) {
      if (kind.isPrimitive() && kind.name().toLowerCase(Locale.ROOT).equals(fullName)) {
        return Optional.of(types.getPrimitiveType(kind));
      }
    }
    return find(fullName).map(found -> found);
  }

  /** Splits at the commas that are not within brackets. */
  private static List<String> split(String arguments) {
    List<String> parts = new ArrayList<>();
    int depth = 0;
    int start = 0;
    for (int index = 0; index < arguments.length(); index++) {
      switch (arguments.charAt(index)) {
        case '<' -> depth++;
        case '>' -> depth--;
        case ',' -> {
          if (depth == 0) {
            parts.add(arguments.substring(start, index));
            start = index + 1;
          }
        }
        default -> {
          // a part of a name
        }
      }
    }
    parts.add(arguments.substring(start));
    return parts;
  }
}
