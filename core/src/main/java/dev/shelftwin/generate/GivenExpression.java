package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.NameAllocator;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.shape.TypeRef;

/** Writes a value that the plan gives. */
final class GivenExpression implements GivenValue.Cases<CodeBlock> {

  private final Expressions expressions;
  private final FieldMapping.Given mapping;
  private final TypeRef slot;
  private final boolean typed;
  private final NameAllocator names;

  /**
   * The value of a field.
   *
   * @param slot the type in which it is passed
   * @param typed whether a missing value must have this type, as several creators could take one
   */
  GivenExpression(
      Expressions expressions,
      FieldMapping.Given mapping,
      TypeRef slot,
      boolean typed,
      NameAllocator names) {
    this.expressions = expressions;
    this.mapping = mapping;
    this.slot = slot;
    this.typed = typed;
    this.names = names;
  }

  @Override
  public CodeBlock constant(GivenValue.Constant source) {
    if (source.literal().isEmpty()) {
      return nothing(slot, typed);
    }
    CodeBlock literal =
        expressions.literal(source.literal().get(), mapping.how().orElseThrow(), slot);
    return slot.isOptional() ? CodeBlock.of("$T.of($L)", JavaNames.raw(slot), literal) : literal;
  }

  /** No value for a parameter. */
  static CodeBlock nothing(TypeRef slot, boolean typed) {
    if (slot.isOptional()) {
      return CodeBlock.of("$T.empty()", JavaNames.raw(slot));
    }
    return typed ? CodeBlock.of("($T) null", JavaNames.of(slot)) : CodeBlock.of("null");
  }

  @Override
  public CodeBlock callerParameter(GivenValue.CallerParameter source) {
    return CodeBlock.of("$L", names.get(mapping.into()));
  }

  @Override
  public CodeBlock suppliedValue(GivenValue.SuppliedValue source) {
    return CodeBlock.of("$L.get()", MapperCalls.supplier(mapping.into()));
  }

  @Override
  public CodeBlock staticMethod(GivenValue.StaticMethod source) {
    String method = source.method().value();
    int dot = method.lastIndexOf('.');
    return CodeBlock.of(
        "$T.$L()", ClassName.bestGuess(method.substring(0, dot)), method.substring(dot + 1));
  }

  @Override
  public CodeBlock factoryRule(GivenValue.FactoryRule source) {
    throw new IllegalStateException("the target sets " + mapping.into().name() + " itself");
  }
}
