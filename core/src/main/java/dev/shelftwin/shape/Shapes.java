package dev.shelftwin.shape;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The shapes of the users' types. */
public interface Shapes {

  /**
   * The shape of a type; empty if the code has no such type.
   *
   * @param fullName the qualified name; nested types with dots, type arguments in angle brackets
   */
  Optional<Shape> find(String fullName);

  /** The simple names of the top-level types of a package; empty if it has none. */
  List<String> namesIn(String packageName);

  /**
   * The qualified names of the types that are declared directly in a type, without those that are
   * private or need an instance of it.
   */
  default List<String> nestedIn(String qualifiedName) {
    return List.of();
  }

  /** The methods and constructors that a type and the types nested in it declare. */
  default List<MethodSignature> methods(String qualifiedName) {
    return List.of();
  }

  /**
   * The values that the code of a class copies between objects, as its class file says; empty if
   * there is only a source.
   *
   * @param binaryName nested types with a dollar sign (JLS §13.1)
   */
  default List<CopiedValue> copies(String binaryName) {
    return List.of();
  }

  /**
   * The members whose values the code of a class uses, by whether it asks first if they are there;
   * none if there is only a source.
   *
   * @param binaryName nested types with a dollar sign (JLS §13.1)
   */
  default Map<CopiedValue.Read, Boolean> usedValues(String binaryName) {
    return Map.of();
  }

  /** The packages of the users' own code, in alphabetical order. */
  List<String> packages();

  /** Whether a type is the one class behind an abstract type, which plans name in its place. */
  default boolean isImplementation(Shape shape) {
    return shape.supertypes().stream()
        .filter(type -> type.packageName().equals(shape.type().packageName()))
        .flatMap(type -> find(type).stream())
        .anyMatch(type -> type.has(ShapeTrait.IMPLEMENTED));
  }

  /** The shape of a type; empty for primitive types, arrays and unknown types. */
  default Optional<Shape> find(TypeRef type) {
    return type.isPrimitive() || type.isArray() ? Optional.empty() : find(type.fullName());
  }
}
