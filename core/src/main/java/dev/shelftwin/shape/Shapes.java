package dev.shelftwin.shape;

import java.util.List;
import java.util.Optional;

/** The shapes of the users' types, read when they are asked for. */
public interface Shapes {

  /**
   * The shape of a type by its qualified name, nested types with dots, type arguments in angle
   * brackets; empty where the code has no such type.
   */
  Optional<Shape> find(String fullName);

  /** The names, without the package, of the types that a package holds; empty where it has none. */
  List<String> namesIn(String packageName);

  /** The shape of a type; empty for primitive types, arrays, and types the code does not have. */
  default Optional<Shape> find(TypeRef type) {
    return type.isPrimitive() || type.isArray() ? Optional.empty() : find(type.fullName());
  }
}
