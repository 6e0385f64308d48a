package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.ParameterSpec;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeName;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.runtime.Result;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;

/**
 * Writes, for methods that map requests, forms that return faults as values. Rows and domain
 * objects are expected to have no faults.
 */
final class ResultMethods {

  private ResultMethods() {}

  /** Adds a form of each method of a hop, if it maps requests. */
  static void add(Hop hop, List<MethodSpec> methods) {
    if (hop.from().role() == Role.TRANSFER) {
      methods.addAll(methods.stream().map(ResultMethods::form).toList());
    }
  }

  private static MethodSpec form(MethodSpec method) {
    boolean inPlace = method.returnType().equals(TypeName.VOID);
    TypeName result = inPlace ? method.parameters().get(0).type() : method.returnType().box();
    CodeBlock call =
        CodeBlock.of(
            "$L($L)",
            method.name(),
            method.parameters().stream()
                .map(ParameterSpec::name)
                .collect(Collectors.joining(", ")));
    MethodSpec.Builder form =
        MethodSpec.methodBuilder(MapperNames.result(method.name()))
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc(
                "Does the same as {@code $L}, but returns the faults instead of throwing them.",
                method.name())
            .returns(ParameterizedTypeName.get(ClassName.get(Result.class), result))
            .addParameters(method.parameters());
    if (!inPlace) {
      return form.addStatement("return $T.of(() -> $L)", Result.class, call).build();
    }
    return form.addCode(
            "return $T.of(() -> {\n$>$L;\nreturn $L;\n$<});\n",
            Result.class,
            call,
            method.parameters().get(0).name())
        .build();
  }
}
