package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.NameAllocator;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.runtime.FaultCollector;
import dev.shelftwin.shape.Field;
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

  /**
   * Adds a method and returns its call.
   *
   * @param required whether the value must not be missing
   * @param locals the statements before the creator is called
   * @param call the call of the creator
   */
  CodeBlock add(
      FieldMapping.Joined joined,
      Operation.Join join,
      boolean required,
      CodeBlock locals,
      SourceValues values,
      CodeBlock call) {
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
        method
            .addCode(locals)
            .addStatement("return $L.join($S,\n() -> $L)", collector, sources.get(0).name(), call)
            .build());
    return CodeBlock.of("$L($L, $L)", name, source, collector);
  }
}
