package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Step;
import dev.shelftwin.runtime.Constants;
import dev.shelftwin.runtime.Optionals;
import dev.shelftwin.runtime.RowLookup;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Guard;
import dev.shelftwin.shape.TypeRef;
import java.util.Locale;
import java.util.Optional;

/** Writes conversions as Java expressions, for the mapper of one concept to one layer. */
final class Expressions {

  private final MapperCalls mappers;

  Expressions(MapperCalls mappers) {
    this.mappers = mappers;
  }

  /** Reads a field of an object; neither the object nor anything on the way is null. */
  static CodeBlock read(CodeBlock object, Access access) {
    CodeBlock owner = access.through().map(outer -> read(object, outer)).orElse(object);
    String form = access.kind() == Access.Kind.METHOD ? "$L.$L()" : "$L.$L";
    CodeBlock value = CodeBlock.of(form, owner, access.name());
    return access.guard().map(guard -> guarded(owner, value, guard)).orElse(value);
  }

  /** Reads a field of an object inside another; null if an object on the way to it is null. */
  private static CodeBlock readWithin(CodeBlock object, Access access) {
    return access.through().isEmpty()
        ? read(object, access)
        : CodeBlock.of("$L.orElse(null)", optional(object, access));
  }

  private static CodeBlock optional(CodeBlock object, Access access) {
    return access
        .through()
        .map(outer -> CodeBlock.of("$L$Z.map($L)", optional(object, outer), reader(outer, access)))
        .orElseGet(() -> CodeBlock.of("$T.ofNullable($L)", Optional.class, read(object, access)));
  }

  private static CodeBlock reader(Access outer, Access access) {
    return access.isReference()
        ? CodeBlock.of("$T::$L", JavaNames.raw(outer.type()), access.name())
        : CodeBlock.of("held -> $L", read(CodeBlock.of("held"), access.direct()));
  }

  /** A value, or null where the guard tells that there is none. */
  private static CodeBlock guarded(CodeBlock owner, CodeBlock value, Guard guard) {
    return guard instanceof Guard.ByConstant unset
        ? CodeBlock.of(
            "$T.unless($L, $T.$L)",
            Optionals.class,
            value,
            JavaNames.raw(unset.type()),
            unset.constant())
        : CodeBlock.of(
            "$T.when($L.$L(), $L)",
            Optionals.class,
            owner,
            ((Guard.ByMethod) guard).method(),
            value);
  }

  /** Writes a field of an object, as a statement without its end. */
  static CodeBlock write(String object, Access access, CodeBlock value) {
    CodeBlock own = CodeBlock.of("$L", object);
    CodeBlock owner = access.through().map(outer -> read(own, outer)).orElse(own);
    String form = access.kind() == Access.Kind.METHOD ? "$L.$L($L)" : "$L.$L = $L";
    return CodeBlock.of(form, owner, access.name(), value);
  }

  /** Converts a value that is not null. */
  CodeBlock convert(CodeBlock value, Conversion conversion, Containers containers) {
    CodeBlock result = value;
    for (Step step : conversion.steps()) {
      result = step.operation().fold(new Applied(result, containers));
    }
    return result;
  }

  /** A conversion as a function: a method reference if the conversion is a single call. */
  CodeBlock function(Conversion conversion, String parameter, Containers containers) {
    if (conversion.steps().size() == 1) {
      Step step = conversion.steps().get(0);
      Optional<CodeBlock> reference =
          step.operation().fold(new MethodReferences(mappers, this, step, parameter, containers));
      if (reference.isPresent()) {
        return reference.get();
      }
    }
    CodeBlock body = convert(CodeBlock.of("$L", parameter), conversion, containers);
    return CodeBlock.of("$L -> $L", parameter, body);
  }

  /** A constant of the plan in the type that takes it. */
  CodeBlock literal(Object literal, Conversion conversion, TypeRef slot) {
    TypeRef type = slot.present().boxed();
    Optional<Operation> only = conversion.onlyOperation();
    if (only.isPresent() && only.get() instanceof Operation.ConstantByName constant) {
      return CodeBlock.of("$T.$L", JavaNames.raw(constant.type()), literal);
    }
    if (literal instanceof String text) {
      return convert(CodeBlock.of("$S", text), conversion, Containers.STREAMED);
    }
    return switch (type.simpleName()) {
      case "Long" -> CodeBlock.of("$LL", literal);
      case "Byte", "Short" ->
          CodeBlock.of("($L) $L", type.simpleName().toLowerCase(Locale.ROOT), literal);
      case "Float" -> CodeBlock.of("$LF", literal);
      case "Double" -> CodeBlock.of("$LD", literal);
      default -> convert(CodeBlock.of("$L", literal), conversion, Containers.STREAMED);
    };
  }

  /** Applies one operation to a value. */
  private final class Applied implements Operation.Cases<CodeBlock> {

    private final CodeBlock value;
    private final Containers containers;

    Applied(CodeBlock value, Containers containers) {
      this.value = value;
      this.containers = containers;
    }

    @Override
    public CodeBlock read(Operation.Read operation) {
      return readWithin(value, operation.access());
    }

    @Override
    public CodeBlock construct(Operation.Construct operation) {
      return CodeBlock.of("$L($L)", JavaNames.newOf(operation.type()), value);
    }

    @Override
    public CodeBlock callStatic(Operation.CallStatic operation) {
      return CodeBlock.of("$T.$L($L)", JavaNames.raw(operation.owner()), operation.method(), value);
    }

    @Override
    public CodeBlock callConverter(Operation.CallConverter operation) {
      return CodeBlock.of(
          "$L.$L($L)", mappers.converters().name(operation), operation.method(), value);
    }

    @Override
    public CodeBlock cast(Operation.Cast operation) {
      return CodeBlock.of("($T) $L", JavaNames.of(operation.type()), value);
    }

    @Override
    public CodeBlock constantByName(Operation.ConstantByName operation) {
      return CodeBlock.of(
          "$T.named($T.class, $L)", Constants.class, JavaNames.raw(operation.type()), value);
    }

    @Override
    public CodeBlock constantByCode(Operation.ConstantByCode operation) {
      return CodeBlock.of(
          "$T.by($T.class, $T::$L, $L)",
          Constants.class,
          JavaNames.raw(operation.type()),
          JavaNames.raw(operation.type()),
          operation.code().name(),
          value);
    }

    @Override
    public CodeBlock codeTable(Operation.CodeTable operation) {
      return mappers.tables().call(operation, value);
    }

    @Override
    public CodeBlock jdkExpression(Operation.JdkExpression operation) {
      Object[] arguments = new Object[1 + operation.types().size()];
      arguments[0] = value;
      for (int index = 1; index < arguments.length; index++) {
        arguments[index] = JavaNames.of(operation.types().get(index - 1));
      }
      return CodeBlock.of(operation.code(), arguments);
    }

    @Override
    public CodeBlock messageValue(Operation.MessageValue operation) {
      String code = operation.code();
      TypeRef made = operation.outward() ? operation.type().message() : operation.type().plain();
      return code.contains("$2T")
          ? CodeBlock.of(code, value, JavaNames.raw(made))
          : CodeBlock.of(code, value);
    }

    @Override
    public CodeBlock callMapper(Operation.CallMapper operation) {
      return CodeBlock.of("$L.$L($L)", mappers.name(operation), mappers.method(operation), value);
    }

    @Override
    public CodeBlock findRow(Operation.FindRow operation) {
      return CodeBlock.of(
          "$T.by($L).apply($L)", RowLookup.class, MapperCalls.finder(operation), value);
    }

    @Override
    public CodeBlock eachElement(Operation.EachElement operation) {
      return containers.carry(value, operation, Expressions.this);
    }

    @Override
    public CodeBlock join(Operation.Join operation) {
      throw new IllegalStateException("a join takes several values");
    }
  }
}
