package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.TypeName;
import java.util.Optional;

/**
 * The statements that create the target. What the creator throws is reported as a fault if the
 * method has a fault collector.
 *
 * @param call the call of the creator
 * @param collector the variable of the fault collector
 * @param rejection an unused name for the exception that the creator throws
 */
record Creation(CodeBlock call, Optional<String> collector, String rejection) {

  /** Returns the target. */
  CodeBlock returned() {
    return guarded(CodeBlock.of("return $L", call));
  }

  /** Keeps the target in a new variable. */
  CodeBlock in(String variable, TypeName type) {
    return collector.isEmpty()
        ? guarded(CodeBlock.of("$T $L = $L", type, variable, call))
        : CodeBlock.builder()
            .addStatement("$T $L", type, variable)
            .add(guarded(CodeBlock.of("$L = $L", variable, call)))
            .build();
  }

  private CodeBlock guarded(CodeBlock statement) {
    CodeBlock.Builder code = CodeBlock.builder();
    if (collector.isEmpty()) {
      return code.addStatement(statement).build();
    }
    return code.beginControlFlow("try")
        .addStatement(statement)
        .nextControlFlow("catch ($T $L)", RuntimeException.class, rejection)
        .addStatement("throw $L.rejected($L)", collector.get(), rejection)
        .endControlFlow()
        .build();
  }
}
