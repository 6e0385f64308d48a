package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Parameter;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Writes the call of a constructor, a factory method or a builder. */
final class CreatorCall {

  /** The longest call that fits on one line with the code around it. */
  private static final int MAX_LENGTH = 72;

  private static final Pattern PACKAGE = Pattern.compile("\\b([a-z][a-z0-9_]*\\.)+(?=[A-Z])");

  private CreatorCall() {}

  /**
   * The call.
   *
   * @param parameters the parameters that get a value
   * @param arguments the values in the same order
   * @param nested whether the call is an argument of another call
   */
  static CodeBlock of(
      Creator creator, List<Parameter> parameters, List<CodeBlock> arguments, boolean nested) {
    return creator.builder().isPresent()
        ? builder(creator, creator.builder().get(), parameters, arguments, nested)
        : of(creator, arguments, nested);
  }

  /** The call of a constructor or a factory method. */
  static CodeBlock of(Creator creator, List<CodeBlock> arguments, boolean nested) {
    CodeBlock name =
        creator.isConstructor()
            ? JavaNames.newOf(creator.owner())
            : CodeBlock.of("$T.$L", JavaNames.raw(creator.owner()), creator.name());
    CodeBlock line = CodeBlock.join(arguments, ", ");
    if (length(name) + length(line) <= MAX_LENGTH) {
      return CodeBlock.of("$L($L)", name, line);
    }
    // A statement indents its first break itself; a nested call needs its own indentation.
    CodeBlock list = CodeBlock.join(arguments, ",\n");
    return CodeBlock.of(nested ? "$L($>$>\n$L$<$<)" : "$L(\n$L)", name, list);
  }

  private static CodeBlock builder(
      Creator creator,
      Creator.Builder builder,
      List<Parameter> parameters,
      List<CodeBlock> arguments,
      boolean nested) {
    List<CodeBlock> parts = parts(creator, builder, parameters, arguments);
    String form = nested ? "$L$>$>$L\n.$L()$<$<" : "$L$L\n.$L()";
    return CodeBlock.of(form, parts.get(0), parts.get(1), builder.finish());
  }

  /** A builder with some of its values, which is not finished. */
  static CodeBlock begin(Creator creator, List<Parameter> parameters, List<CodeBlock> arguments) {
    return CodeBlock.join(
        parts(creator, creator.builder().orElseThrow(), parameters, arguments), "");
  }

  /** The beginning of a builder, then its steps. */
  private static List<CodeBlock> parts(
      Creator creator,
      Creator.Builder builder,
      List<Parameter> parameters,
      List<CodeBlock> arguments) {
    List<CodeBlock> first = new ArrayList<>();
    CodeBlock.Builder rest = CodeBlock.builder();
    for (int index = 0; index < parameters.size(); index++) {
      @Nullable String step = builder.steps().get(parameters.get(index).name());
      if (step == null) {
        first.add(arguments.get(index));
      } else {
        rest.add("\n.$L($L)", step, arguments.get(index));
      }
    }
    CodeBlock given = CodeBlock.join(first, ", ");
    CodeBlock begin =
        creator.isConstructor()
            ? CodeBlock.of("$L($L)", JavaNames.newOf(creator.owner()), given)
            : CodeBlock.of("$T.$L($L)", JavaNames.raw(creator.owner()), creator.name(), given);
    return List.of(begin, rest.build());
  }

  private static int length(CodeBlock code) {
    return PACKAGE.matcher(code.toString()).replaceAll("").length();
  }
}
