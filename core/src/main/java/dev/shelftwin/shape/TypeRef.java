package dev.shelftwin.shape;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;

/**
 * The type of a field, a parameter or a result.
 *
 * @param packageName the package; empty for primitive types and types without a package
 * @param name the name within the package, nested types with dots: {@code Outer.Inner}
 * @param arguments the type arguments; bounds in place of wildcards and type variables
 * @param dimensions the number of array dimensions; 0 if the type is no array
 */
public record TypeRef(String packageName, String name, List<TypeRef> arguments, int dimensions) {

  private static final Map<String, String> BOXES =
      Map.of(
          "boolean", "Boolean",
          "byte", "Byte",
          "short", "Short",
          "char", "Character",
          "int", "Integer",
          "long", "Long",
          "float", "Float",
          "double", "Double",
          "void", "Void");

  private static final String UTILITIES = "java.util";

  /** The values of the primitive optionals of {@code java.util}. */
  private static final Map<String, String> PRIMITIVE_OPTIONALS =
      Map.of("OptionalInt", "Integer", "OptionalLong", "Long", "OptionalDouble", "Double");

  public TypeRef {
    Objects.requireNonNull(packageName, "packageName");
    Objects.requireNonNull(name, "name");
    arguments = List.copyOf(arguments);
  }

  /** A type without type arguments that is no array. */
  public static TypeRef of(String packageName, String name) {
    return new TypeRef(packageName, name, List.of(), 0);
  }

  /** A type of {@code java.lang}, such as {@code String}. */
  public static TypeRef lang(String name) {
    return of("java.lang", name);
  }

  /** The name with its package, nested types with dots; without arguments and dimensions. */
  public String qualifiedName() {
    return packageName.isEmpty() ? name : packageName + "." + name;
  }

  /**
   * The qualified name with its type arguments, as in {@code coop.kiln.Page<coop.kiln.Firing>};
   * array dimensions are left out.
   */
  public String fullName() {
    return arguments.isEmpty()
        ? qualifiedName()
        : arguments.stream()
            .map(argument -> argument.fullName() + "[]".repeat(argument.dimensions))
            .collect(Collectors.joining(",", qualifiedName() + "<", ">"));
  }

  /** The binary name (JLS §13.1); not for arrays. */
  public String binaryName() {
    String binary = name.replace('.', '$');
    return packageName.isEmpty() ? binary : packageName + "." + binary;
  }

  /**
   * The qualified name of the type that a nested type is declared in; its own if it is not nested.
   */
  public String outermostName() {
    int dot = name.indexOf('.');
    return dot < 0 ? qualifiedName() : of(packageName, name.substring(0, dot)).qualifiedName();
  }

  /** The last part of the name. */
  public String simpleName() {
    return name.substring(name.lastIndexOf('.') + 1);
  }

  public boolean isPrimitive() {
    return packageName.isEmpty() && dimensions == 0 && BOXES.containsKey(name);
  }

  public boolean isArray() {
    return dimensions > 0;
  }

  /** Whether it is the type of {@code java.lang} with that name. */
  public boolean isLang(String simpleName) {
    return dimensions == 0 && packageName.equals("java.lang") && name.equals(simpleName);
  }

  /** Whether it is an optional. */
  public boolean isOptional() {
    return isPrimitiveOptional()
        || (dimensions == 0
            && arguments.size() == 1
            && packageName.equals(UTILITIES)
            && name.equals("Optional"));
  }

  /** Whether it is an optional of a primitive value. */
  public boolean isPrimitiveOptional() {
    return dimensions == 0
        && packageName.equals(UTILITIES)
        && PRIMITIVE_OPTIONALS.containsKey(name);
  }

  /** The type of the value of an optional; any other type as it is. */
  public TypeRef present() {
    if (isPrimitiveOptional()) {
      return lang(Objects.requireNonNull(PRIMITIVE_OPTIONALS.get(name)));
    }
    return isOptional() ? arguments.get(0) : this;
  }

  /** The boxed type of a primitive type (JLS §5.1.7); any other type as it is. */
  public TypeRef boxed() {
    return isPrimitive() ? lang(Objects.requireNonNull(BOXES.get(name))) : this;
  }

  /** The type without its arguments. */
  public TypeRef erased() {
    return new TypeRef(packageName, name, List.of(), dimensions);
  }

  /** The name in messages, without packages. */
  @Override
  public String toString() {
    String written = name;
    if (!arguments.isEmpty()) {
      written +=
          arguments.stream().map(TypeRef::toString).collect(Collectors.joining(", ", "<", ">"));
    }
    return written + "[]".repeat(dimensions);
  }
}
