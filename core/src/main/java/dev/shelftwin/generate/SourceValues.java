package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.runtime.Optionals;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.Optional;

/** Reads the fields of the source object, as values, nullable values or optionals. */
final class SourceValues {

  private final ResolvedShape shape;
  private final String variable;
  private final String lambdaParameter;
  private final boolean trusted;

  /**
   * @param shape the source's shape
   * @param variable the variable that holds the source
   * @param lambdaParameter a free name
   * @param trusted whether values that the declaration requires are never missing
   */
  SourceValues(ResolvedShape shape, String variable, String lambdaParameter, boolean trusted) {
    this.shape = shape;
    this.variable = variable;
    this.lambdaParameter = lambdaParameter;
    this.trusted = trusted;
  }

  CodeBlock read(Field field) {
    return Expressions.read(CodeBlock.of("$L", variable), field.reader().orElseThrow());
  }

  /** Whether the source itself has the field, and not something that it refers to. */
  static boolean isOwn(Field field) {
    return field.reader().orElseThrow().through().isEmpty();
  }

  /** The value, or null if it is missing. */
  CodeBlock nullable(Field field) {
    if (!isOwn(field)) {
      boolean mayBeMissing = shape.mayBeMissing(field) || !trusted;
      return mayBeMissing ? CodeBlock.of("$L.orElse(null)", optional(field)) : read(field);
    }
    if (field.type().isPrimitiveOptional()) {
      return CodeBlock.of("$T.orNull($L)", Optionals.class, read(field));
    }
    return field.type().isOptional() ? CodeBlock.of("$L.orElse(null)", read(field)) : read(field);
  }

  /** The value as an optional. */
  CodeBlock optional(Field field) {
    return optional(field.reader().orElseThrow());
  }

  private CodeBlock optional(Access reader) {
    if (reader.through().isEmpty()) {
      return ownOptional(reader);
    }
    Access outer = reader.through().get();
    String call = reader.type().isOptional() ? "flatMap" : "map";
    return reader.isReference()
        ? CodeBlock.of(
            "$L$Z.$L($T::$L)",
            optional(outer),
            call,
            JavaNames.raw(outer.type().present()),
            reader.name())
        : CodeBlock.of(
            "$L.$L($L -> $L)",
            optional(outer),
            call,
            lambdaParameter,
            Expressions.read(CodeBlock.of("$L", lambdaParameter), reader.direct()));
  }

  private CodeBlock ownOptional(Access reader) {
    CodeBlock read = Expressions.read(CodeBlock.of("$L", variable), reader);
    if (reader.type().isPrimitiveOptional()) {
      return CodeBlock.of(
          "$T.ofNullable($L)",
          Optional.class,
          CodeBlock.of("$T.orNull($L)", Optionals.class, read));
    }
    return reader.type().isOptional()
        ? read
        : CodeBlock.of("$T.ofNullable($L)", Optional.class, read);
  }

  /** A nullable value in the optional that takes it; as it is if none does. */
  static CodeBlock wrapped(CodeBlock value, TypeRef slot) {
    if (slot.isPrimitiveOptional()) {
      String kind = slot.simpleName().substring("Optional".length());
      return CodeBlock.of("$T.of$L($L)", Optionals.class, kind, value);
    }
    return slot.isOptional() ? CodeBlock.of("$T.ofNullable($L)", Optional.class, value) : value;
  }
}
