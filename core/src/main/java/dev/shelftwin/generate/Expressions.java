package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.convert.Step;
import dev.shelftwin.runtime.Constants;
import dev.shelftwin.runtime.Reference;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.TypeRef;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Writes conversions as Java expressions, for the mapper of one concept to one layer. */
final class Expressions {

  private static final Pattern STATIC_CALL = Pattern.compile("\\$2T\\.(\\w+)\\(\\$1L\\)");
  private static final Pattern OWN_CALL = Pattern.compile("\\$1L\\.(\\w+)\\(\\)");

  private final NestedMappers mappers;

  Expressions(NestedMappers mappers) {
    this.mappers = mappers;
  }

  /** Reading a field of an object that is there, and so is all it is read through. */
  static CodeBlock read(CodeBlock object, Access access) {
    CodeBlock owner = access.through().map(outer -> read(object, outer)).orElse(object);
    String form = access.kind() == Access.Kind.METHOD ? "$L.$L()" : "$L.$L";
    return CodeBlock.of(form, owner, access.name());
  }

  /** Writing a field of an object, as a statement without its end. */
  static CodeBlock write(String object, Access access, CodeBlock value) {
    CodeBlock own = CodeBlock.of("$L", object);
    CodeBlock owner = access.through().map(outer -> read(own, outer)).orElse(own);
    String form = access.kind() == Access.Kind.METHOD ? "$L.$L($L)" : "$L.$L = $L";
    return CodeBlock.of(form, owner, access.name(), value);
  }

  /**
   * A value that is there, converted.
   *
   * @param containers how containers are carried
   */
  CodeBlock convert(CodeBlock value, Conversion conversion, Containers containers) {
    CodeBlock result = value;
    for (Step step : conversion.steps()) {
      result = apply(result, step, containers);
    }
    return result;
  }

  /** A conversion as a function: a method reference where one step is enough. */
  CodeBlock function(Conversion conversion, String parameter, Containers containers) {
    if (conversion.steps().size() == 1) {
      Step step = conversion.steps().get(0);
      Optional<CodeBlock> reference = reference(step, parameter, containers);
      if (reference.isPresent()) {
        return reference.get();
      }
    }
    CodeBlock body = convert(CodeBlock.of("$L", parameter), conversion, containers);
    return CodeBlock.of("$L -> $L", parameter, body);
  }

  /** A literal of the plan in the type it is handed over in. */
  CodeBlock literal(Object literal, Conversion conversion, TypeRef slot) {
    TypeRef type = slot.present().boxed();
    if (conversion.steps().size() == 1
        && conversion.steps().get(0).form() instanceof Form.Constant constant) {
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

  private CodeBlock apply(CodeBlock value, Step step, Containers containers) {
    Form form = step.form();
    if (form instanceof Form.Read read) {
      return read(value, read.access());
    }
    if (form instanceof Form.New made) {
      return CodeBlock.of("$L($L)", JavaNames.newOf(made.type()), value);
    }
    if (form instanceof Form.Static call) {
      return CodeBlock.of("$T.$L($L)", JavaNames.raw(call.owner()), call.method(), value);
    }
    if (form instanceof Form.Own own) {
      return CodeBlock.of("$L.$L($L)", mappers.converters().name(own), own.method(), value);
    }
    if (form instanceof Form.Cast cast) {
      return CodeBlock.of("($T) $L", JavaNames.of(cast.type()), value);
    }
    if (form instanceof Form.Constant constant) {
      return CodeBlock.of(
          "$T.named($T.class, $L)", Constants.class, JavaNames.raw(constant.type()), value);
    }
    if (form instanceof Form.Coded coded) {
      return CodeBlock.of(
          "$T.by($T.class, $T::$L, $L)",
          Constants.class,
          JavaNames.raw(coded.type()),
          JavaNames.raw(coded.type()),
          coded.code().name(),
          value);
    }
    if (form instanceof Form.Table table) {
      return mappers.tables().call(table, value);
    }
    if (form instanceof Form.Written written) {
      return written(value, written);
    }
    if (form instanceof Form.Mapped mapped) {
      return CodeBlock.of("$L.$L($L)", mappers.name(mapped), mappers.method(mapped), value);
    }
    if (form instanceof Form.Found found) {
      return CodeBlock.of(
          "$T.by($L).apply($L)", Reference.class, NestedMappers.finder(found), value);
    }
    return containers.carry(value, (Form.Each) form, this);
  }

  private static CodeBlock written(CodeBlock value, Form.Written form) {
    Object[] arguments = new Object[1 + form.types().size()];
    arguments[0] = value;
    for (int index = 1; index < arguments.length; index++) {
      arguments[index] = JavaNames.of(form.types().get(index - 1));
    }
    return CodeBlock.of(form.code(), arguments);
  }

  private Optional<CodeBlock> reference(Step step, String parameter, Containers containers) {
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
    if (form instanceof Form.Own own) {
      return Optional.of(CodeBlock.of("$L::$L", mappers.converters().name(own), own.method()));
    }
    if (form instanceof Form.Table table) {
      return Optional.of(mappers.tables().reference(table));
    }
    if (form instanceof Form.Written written) {
      return reference(step, written);
    }
    if (form instanceof Form.Mapped mapped) {
      return Optional.of(CodeBlock.of("$L::$L", mappers.name(mapped), mappers.method(mapped)));
    }
    if (form instanceof Form.Found found) {
      return Optional.of(CodeBlock.of("$T.by($L)", Reference.class, NestedMappers.finder(found)));
    }
    return form instanceof Form.Each each
        ? containers.function(each, parameter, this)
        : Optional.empty();
  }

  /** A reference to a method that takes a long takes a Long and no other boxed number. */
  private static boolean isWidened(TypeRef from, Form.Written written) {
    boolean narrow = Set.of("Byte", "Short", "Integer", "Float").contains(from.boxed().name());
    return narrow && !written.types().get(0).isLang("String");
  }

  private static Optional<CodeBlock> reference(Step step, Form.Written written) {
    Matcher call = STATIC_CALL.matcher(written.code());
    if (call.matches() && !isWidened(step.from(), written)) {
      return Optional.of(
          CodeBlock.of("$T::$L", JavaNames.raw(written.types().get(0)), call.group(1)));
    }
    Matcher own = OWN_CALL.matcher(written.code());
    return own.matches()
        ? Optional.of(CodeBlock.of("$T::$L", JavaNames.raw(step.from().boxed()), own.group(1)))
        : Optional.empty();
  }
}
