package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Step;
import dev.shelftwin.runtime.RowLookup;
import dev.shelftwin.shape.TypeRef;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Writes the operation of one step as a method reference; empty if that is not possible. */
final class MethodReferences implements Operation.Cases<Optional<CodeBlock>> {

  private static final Pattern STATIC_CALL = Pattern.compile("\\$2T\\.(\\w+)\\(\\$1L\\)");
  private static final Pattern OWN_CALL = Pattern.compile("\\$1L\\.(\\w+)\\(\\)");
  private static final Set<String> NARROW_NUMBERS = Set.of("Byte", "Short", "Integer", "Float");

  private final MapperCalls mappers;
  private final Expressions expressions;
  private final Step step;
  private final String parameter;
  private final Containers containers;

  MethodReferences(
      MapperCalls mappers,
      Expressions expressions,
      Step step,
      String parameter,
      Containers containers) {
    this.mappers = mappers;
    this.expressions = expressions;
    this.step = step;
    this.parameter = parameter;
    this.containers = containers;
  }

  @Override
  public Optional<CodeBlock> read(Operation.Read operation) {
    return operation.access().isReference() && operation.access().through().isEmpty()
        ? Optional.of(
            CodeBlock.of("$T::$L", JavaNames.raw(step.from().boxed()), operation.access().name()))
        : Optional.empty();
  }

  @Override
  public Optional<CodeBlock> construct(Operation.Construct operation) {
    return Optional.of(CodeBlock.of("$T::new", JavaNames.raw(operation.type())));
  }

  @Override
  public Optional<CodeBlock> callStatic(Operation.CallStatic operation) {
    return Optional.of(
        CodeBlock.of("$T::$L", JavaNames.raw(operation.owner()), operation.method()));
  }

  @Override
  public Optional<CodeBlock> callConverter(Operation.CallConverter operation) {
    return Optional.of(
        CodeBlock.of("$L::$L", mappers.converters().name(operation), operation.method()));
  }

  @Override
  public Optional<CodeBlock> cast(Operation.Cast operation) {
    return Optional.empty();
  }

  @Override
  public Optional<CodeBlock> constantByName(Operation.ConstantByName operation) {
    return Optional.empty();
  }

  @Override
  public Optional<CodeBlock> constantByCode(Operation.ConstantByCode operation) {
    return Optional.empty();
  }

  @Override
  public Optional<CodeBlock> codeTable(Operation.CodeTable operation) {
    return Optional.of(mappers.tables().reference(operation));
  }

  @Override
  public Optional<CodeBlock> jdkExpression(Operation.JdkExpression operation) {
    Matcher call = STATIC_CALL.matcher(operation.code());
    if (call.matches() && !isWidened(step.from(), operation)) {
      return Optional.of(
          CodeBlock.of("$T::$L", JavaNames.raw(operation.types().get(0)), call.group(1)));
    }
    Matcher own = OWN_CALL.matcher(operation.code());
    return own.matches()
        ? Optional.of(CodeBlock.of("$T::$L", JavaNames.raw(step.from().boxed()), own.group(1)))
        : Optional.empty();
  }

  /** A reference to a method with a long parameter accepts a Long, and no other boxed number. */
  private static boolean isWidened(TypeRef from, Operation.JdkExpression operation) {
    return NARROW_NUMBERS.contains(from.boxed().name())
        && !operation.types().get(0).isLang("String");
  }

  @Override
  public Optional<CodeBlock> messageValue(Operation.MessageValue operation) {
    return Optional.empty();
  }

  @Override
  public Optional<CodeBlock> callMapper(Operation.CallMapper operation) {
    return Optional.of(CodeBlock.of("$L::$L", mappers.name(operation), mappers.method(operation)));
  }

  @Override
  public Optional<CodeBlock> findRow(Operation.FindRow operation) {
    return Optional.of(CodeBlock.of("$T.by($L)", RowLookup.class, MapperCalls.finder(operation)));
  }

  @Override
  public Optional<CodeBlock> eachElement(Operation.EachElement operation) {
    return containers.function(operation, parameter, expressions);
  }

  @Override
  public Optional<CodeBlock> join(Operation.Join operation) {
    return Optional.empty();
  }
}
