package dev.shelftwin.generate;

import com.palantir.javapoet.ArrayTypeName;
import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeName;
import dev.shelftwin.shape.TypeRef;
import java.util.List;

/** Names of types and variables as generated code writes them. */
final class JavaNames {

  private JavaNames() {}

  static TypeName of(TypeRef type) {
    if (type.isArray()) {
      return ArrayTypeName.of(
          of(
              new TypeRef(
                  type.packageName(), type.name(), type.arguments(), type.dimensions() - 1)));
    }
    if (type.isPrimitive()) {
      return primitive(type.name());
    }
    ClassName raw = raw(type);
    return type.arguments().isEmpty()
        ? raw
        : ParameterizedTypeName.get(
            raw, type.arguments().stream().map(JavaNames::of).toArray(TypeName[]::new));
  }

  /** The beginning of a constructor's call; type arguments are left to the compiler. */
  static CodeBlock newOf(TypeRef type) {
    return CodeBlock.of(type.arguments().isEmpty() ? "new $T" : "new $T<>", raw(type));
  }

  static ClassName raw(TypeRef type) {
    List<String> names = List.of(type.name().split("\\."));
    return ClassName.get(
        type.packageName(), names.get(0), names.subList(1, names.size()).toArray(String[]::new));
  }

  private static TypeName primitive(String name) {
    return switch (name) {
      case "boolean" -> TypeName.BOOLEAN;
      case "byte" -> TypeName.BYTE;
      case "short" -> TypeName.SHORT;
      case "char" -> TypeName.CHAR;
      case "int" -> TypeName.INT;
      case "long" -> TypeName.LONG;
      case "float" -> TypeName.FLOAT;
      case "double" -> TypeName.DOUBLE;
      default -> TypeName.VOID;
    };
  }
}
