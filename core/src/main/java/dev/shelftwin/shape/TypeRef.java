package dev.shelftwin.shape;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;

/**
 * A type as a field, a parameter or a return value has it.
 *
 * @param packageName empty for primitive types and for types outside any package
 * @param name the name within the package, nested types with dots: {@code Outer.Inner}
 * @param arguments type arguments in order; wildcards and type variables stand as their bounds
 * @param dimensions how many times it is an array; 0 for none
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

  /** What the optionals of primitive types hold. */
  private static final Map<String, String> PRIMITIVE_OPTIONALS =
      Map.of(
          "java.util.OptionalInt", "Integer",
          "java.util.OptionalLong", "Long",
          "java.util.OptionalDouble", "Double");

  public TypeRef {
    Objects.requireNonNull(packageName, "packageName");
    Objects.requireNonNull(name, "name");
    arguments = List.copyOf(arguments);
  }

  /** A type without arguments that is no array, from its qualified name. */
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
   * The qualified name with its type arguments, as in {@code coop.kiln.Page<coop.kiln.Firing>}; the
   * same for equal types only, arrays apart.
   */
  public String fullName() {
    return arguments.isEmpty()
        ? qualifiedName()
        : arguments.stream()
            .map(argument -> argument.fullName() + "[]".repeat(argument.dimensions))
            .collect(Collectors.joining(",", qualifiedName() + "<", ">"));
  }

  /** The name by which a class loader knows it (JLS §13.1); not for arrays. */
  public String binaryName() {
    String binary = name.replace('.', '$');
    return packageName.isEmpty() ? binary : packageName + "." + binary;
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

  /** Whether it is exactly this type of {@code java.lang}. */
  public boolean isLang(String simpleName) {
    return dimensions == 0 && packageName.equals("java.lang") && name.equals(simpleName);
  }

  /** Whether it holds one value or none. */
  public boolean isOptional() {
    return isPrimitiveOptional()
        || (dimensions == 0
            && arguments.size() == 1
            && qualifiedName().equals("java.util.Optional"));
  }

  /** Whether it holds one primitive value or none. */
  public boolean isPrimitiveOptional() {
    return dimensions == 0 && PRIMITIVE_OPTIONALS.containsKey(qualifiedName());
  }

  /** What an optional holds; any other type as it is. */
  public TypeRef present() {
    if (isPrimitiveOptional()) {
      return lang(Objects.requireNonNull(PRIMITIVE_OPTIONALS.get(qualifiedName())));
    }
    return isOptional() ? arguments.get(0) : this;
  }

  /** The class that boxes a primitive type (JLS §5.1.7); any other type as it is. */
  public TypeRef boxed() {
    return isPrimitive() ? lang(Objects.requireNonNull(BOXES.get(name))) : this;
  }

  /** The type without its arguments. */
  public TypeRef erased() {
    return new TypeRef(packageName, name, List.of(), dimensions);
  }

  /** As a colleague would write it, with simple names. */
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
