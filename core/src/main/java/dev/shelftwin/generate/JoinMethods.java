package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.NameAllocator;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.runtime.FaultCollector;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import javax.lang.model.element.Modifier;

/** Writes private methods that create one value from several fields of the source. */
final class JoinMethods {

  private final Hop hop;
  private final String source;
  private final String collector;
  private final NameAllocator names = new NameAllocator();
  private final List<MethodSpec> methods = new ArrayList<>();

  JoinMethods(Hop hop, String source, String collector) {
    this.hop = hop;
    this.source = source;
    this.collector = collector;
  }

  List<MethodSpec> methods() {
    return List.copyOf(methods);
  }

  /** Adds a method without a collector, which sets fields, and returns its call. */
  CodeBlock add(
      FieldMapping.Joined joined,
      Operation.Join join,
      CodeBlock locals,
      String made,
      List<CodeBlock> parts) {
    String name = names.newName(MapperNames.variable(joined.into().name()));
    methods.add(
        MethodSpec.methodBuilder(name)
            .addModifiers(Modifier.PRIVATE, Modifier.STATIC)
            .returns(JavaNames.of(join.creator().returns()))
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addCode(locals)
            .addCode(filled(join, made, parts))
            .build());
    return CodeBlock.of("$L($L)", name, source);
  }

  /** Creates the object, sets its fields and returns it. */
  private static CodeBlock filled(Operation.Join join, String made, List<CodeBlock> parts) {
    TypeRef type = join.creator().returns();
    int taken = join.creator().parameters().size();
    CodeBlock.Builder code =
        CodeBlock.builder()
            .addStatement(
                "$T $L = $L",
                JavaNames.of(type),
                made,
                CreatorCall.of(join.creator(), parts.subList(0, taken), false));
    for (int index = taken; index < parts.size(); index++) {
      Access writer = join.set().get(index - taken).writer().orElseThrow();
      code.addStatement("$L", Expressions.write(made, writer, parts.get(index)));
    }
    return code.addStatement("return $L", made).build();
  }

  /**
   * Adds a method and returns its call.
   *
   * @param required whether the value must not be missing
   * @param locals the statements before the value is made
   * @param made the variable of the value
   * @param parts the values that it is made from
   */
  CodeBlock add(
      FieldMapping.Joined joined,
      Operation.Join join,
      boolean required,
      CodeBlock locals,
      SourceValues values,
      String made,
      List<CodeBlock> parts) {
    String name = names.newName(MapperNames.variable(joined.into().name()));
    List<Field> sources = joined.sources();
    boolean mayBeMissing =
        !required && sources.stream().noneMatch(field -> field.type().isPrimitive());
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(name)
            .addModifiers(Modifier.PRIVATE, Modifier.STATIC)
            .returns(JavaNames.of(join.creator().returns()))
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addParameter(FaultCollector.class, collector);
    if (mayBeMissing) {
      CodeBlock none =
          sources.stream()
              .map(field -> CodeBlock.of("$L == null", values.nullable(field)))
              .collect(CodeBlock.joining("$W&& "));
      method.beginControlFlow("if ($L)", none).addStatement("return null").endControlFlow();
    }
    methods.add(
        method.addCode(locals).addCode(returned(join, sources.get(0).name(), made, parts)).build());
    return CodeBlock.of("$L($L, $L)", name, source, collector);
  }

  private CodeBlock returned(
      Operation.Join join, String first, String made, List<CodeBlock> parts) {
    return join.set().isEmpty()
        ? CodeBlock.builder()
            .addStatement(
                "return $L.join($S,\n() -> $L)",
                collector,
                first,
                CreatorCall.of(join.creator(), parts, true))
            .build()
        : CodeBlock.builder()
            .add("return $L.join($S, () -> {\n$>", collector, first)
            .add(filled(join, made, parts))
            .add("$<});\n")
            .build();
  }
}
