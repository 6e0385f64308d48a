package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.convert.Step;
import dev.shelftwin.runtime.Constants;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.TypeRef;
import java.util.Locale;
import java.util.Optional;

/** Writes conversions as Java expressions. */
final class Expressions {

  private Expressions() {}

  /** Reading a field of an object. */
  static CodeBlock read(CodeBlock object, Access access) {
    String form = access.kind() == Access.Kind.METHOD ? "$L.$L()" : "$L.$L";
    return CodeBlock.of(form, object, access.name());
  }

  /** Writing a field of an object, as a statement without its end. */
  static CodeBlock write(String object, Access access, CodeBlock value) {
    String form = access.kind() == Access.Kind.METHOD ? "$L.$L($L)" : "$L.$L = $L";
    return CodeBlock.of(form, object, access.name(), value);
  }

  /** A value that is there, converted. */
  static CodeBlock convert(CodeBlock value, Conversion conversion) {
    CodeBlock result = value;
    for (Step step : conversion.steps()) {
      result = apply(result, step.form());
    }
    return result;
  }

  /** A conversion as a function: a method reference where one step is enough. */
  static CodeBlock function(Conversion conversion, String parameter) {
    if (conversion.steps().size() == 1) {
      Optional<CodeBlock> reference = reference(conversion.steps().get(0));
      if (reference.isPresent()) {
        return reference.get();
      }
    }
    CodeBlock body = convert(CodeBlock.of("$L", parameter), conversion);
    return CodeBlock.of("$L -> $L", parameter, body);
  }

  /** A literal of the plan in the type it is handed over in. */
  static CodeBlock literal(Object literal, Conversion conversion, TypeRef slot) {
    TypeRef type = slot.present().boxed();
    if (conversion.steps().size() == 1
        && conversion.steps().get(0).form() instanceof Form.Constant constant) {
      return CodeBlock.of("$T.$L", JavaNames.raw(constant.type()), literal);
    }
    if (literal instanceof String text) {
      return convert(CodeBlock.of("$S", text), conversion);
    }
    return switch (type.simpleName()) {
      case "Long" -> CodeBlock.of("$LL", literal);
      case "Byte", "Short" ->
          CodeBlock.of("($L) $L", type.simpleName().toLowerCase(Locale.ROOT), literal);
      case "Float" -> CodeBlock.of("$LF", literal);
      case "Double" -> CodeBlock.of("$LD", literal);
      default -> convert(CodeBlock.of("$L", literal), conversion);
    };
  }

  private static CodeBlock apply(CodeBlock value, Form form) {
    if (form instanceof Form.Read read) {
      return read(value, read.access());
    }
    if (form instanceof Form.New made) {
      return CodeBlock.of("new $T($L)", JavaNames.of(made.type()), value);
    }
    if (form instanceof Form.Static call) {
      return CodeBlock.of("$T.$L($L)", JavaNames.raw(call.owner()), call.method(), value);
    }
    if (form instanceof Form.Cast cast) {
      return CodeBlock.of("($T) $L", JavaNames.of(cast.type()), value);
    }
    Form.Constant constant = (Form.Constant) form;
    return CodeBlock.of(
        "$T.named($T.class, $L)", Constants.class, JavaNames.raw(constant.type()), value);
  }

  private static Optional<CodeBlock> reference(Step step) {
    Form form = step.form();
    if (form instanceof Form.Read read && read.access().kind() == Access.Kind.METHOD) {
      return Optional.of(
          CodeBlock.of("$T::$L", JavaNames.raw(step.from().boxed()), read.access().name()));
    }
    if (form instanceof Form.New made) {
      return Optional.of(CodeBlock.of("$T::new", JavaNames.raw(made.type())));
    }
    if (form instanceof Form.Static call) {
      return Optional.of(CodeBlock.of("$T::$L", JavaNames.raw(call.owner()), call.method()));
    }
    return Optional.empty();
  }
}
