package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Step;
import dev.shelftwin.shape.TypeRef;
import java.lang.invoke.MethodType;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Carries out the conversions of the ledger without a mapper. */
final class ConversionRunner {

  private final UserClasses classes;
  private final ObjectAccess access;
  private final ValueFitting fitting;
  private final RowSource rows;

  ConversionRunner(UserClasses classes, ObjectAccess access, ValueFitting fitting, RowSource rows) {
    this.classes = classes;
    this.access = access;
    this.fitting = fitting;
    this.rows = rows;
  }

  /**
   * The converted value; null if the value is missing and has no replacement.
   *
   * @throws RejectedSample if the value cannot be converted
   */
  @Nullable Object convert(@Nullable Object value, Conversion conversion) {
    Object result = ValueFitting.unwrapped(value);
    if (result == null) {
      return replacement(conversion);
    }
    for (Step step : conversion.steps()) {
      if (result == null) {
        return null;
      }
      result = apply(result, step);
    }
    return result;
  }

  /** The replacement of a missing value; null if there is none. */
  @Nullable Object replacement(Conversion conversion) {
    return conversion
        .absent()
        .map(absent -> literal(absent.literal(), Optional.of(absent.conversion()), absent.type()))
        .orElse(null);
  }

  /** The value of a literal of the plan. */
  Object literal(Object literal, Optional<Conversion> conversion, TypeRef type) {
    if (literal instanceof Number number) {
      return narrowed(number, type.present().boxed().simpleName());
    }
    return conversion.map(how -> Objects.requireNonNull(convert(literal, how))).orElse(literal);
  }

  /** One value from several; null if all of them are missing. */
  @Nullable Object join(List<? extends @Nullable Object> values, Operation.Join operation) {
    List<@Nullable Object> arguments = new ArrayList<>();
    for (int index = 0; index < values.size(); index++) {
      Object argument = convert(values.get(index), operation.parts().get(index));
      TypeRef type = operation.creator().parameters().get(index).type();
      arguments.add(fitting.fitted(argument, type));
    }
    if (values.stream().map(ValueFitting::unwrapped).allMatch(Objects::isNull)) {
      return null;
    }
    try {
      return access.create(operation.creator(), arguments);
    } catch (InvocationTargetException thrown) {
      throw new RejectedSample(operation.creator() + " rejects " + values + ": " + message(thrown));
    }
  }

  /** The result of one step; null if the step has none. */
  @Nullable Object apply(Object value, Step step) {
    return step.operation().fold(new Application(value, step)).orElse(null);
  }

  private static String message(InvocationTargetException thrown) {
    Throwable cause = ObjectAccess.cause(thrown);
    return Objects.requireNonNullElse(cause.getMessage(), cause.toString());
  }

  private static Object narrowed(Number number, String type) {
    return switch (type) {
      case "Byte" -> number.byteValue();
      case "Short" -> number.shortValue();
      case "Integer" -> number.intValue();
      case "Float" -> number.floatValue();
      case "Double" -> number.doubleValue();
      default -> number;
    };
  }

  private Object constantNamed(TypeRef enumeration, Object name) {
    return Arrays.stream(classes.load(enumeration).getEnumConstants())
        .filter(constant -> ((Enum<?>) constant).name().equals(name))
        .findFirst()
        .orElseThrow(
            () -> new RejectedSample(enumeration + " has no constant with the name " + name));
  }

  private Object code(Object constant, Operation.CodeTable table) {
    @Nullable Object code = table.table().get(((Enum<?>) constant).name());
    if (code == null) {
      throw new RejectedSample(constant + " has no code");
    }
    if (code instanceof Number number) {
      return narrowed(number, table.codes().boxed().simpleName());
    }
    return table.codes().packageName().equals("java.lang")
        ? code
        : constantNamed(table.codes(), code);
  }

  private Object constantOf(Object code, Operation.CodeTable table) {
    for (String name : table.table().keySet()) {
      Object constant = constantNamed(table.constants(), name);
      if (code.equals(code(constant, table))) {
        return constant;
      }
    }
    return constantNamed(
        table.constants(),
        table
            .otherwise()
            .orElseThrow(() -> new RejectedSample(code + " is not a code of the plan")));
  }

  /** One operation applied to a value; empty if the result is null. */
  private final class Application implements Operation.Cases<Optional<Object>> {

    private final Object value;
    private final Step step;

    Application(Object value, Step step) {
      this.value = value;
      this.step = step;
    }

    @Override
    public Optional<Object> read(Operation.Read operation) {
      return Optional.ofNullable(access.read(value, operation.access()));
    }

    @Override
    public Optional<Object> construct(Operation.Construct operation) {
      Class<?> type = classes.load(operation.type());
      return call(() -> constructed(type));
    }

    private Object constructed(Class<?> type) throws InvocationTargetException {
      try {
        return ObjectAccess.open(type.getDeclaredConstructor(classes.load(step.from())))
            .newInstance(value);
      } catch (NoSuchMethodException | InstantiationException | IllegalAccessException changed) {
        throw new IllegalStateException(changed);
      }
    }

    @Override
    public Optional<Object> callStatic(Operation.CallStatic operation) {
      List<Method> methods = access.methods(classes.load(operation.owner()), operation.method());
      return call(() -> access.invoke(fitting(methods), null, value));
    }

    private Method fitting(List<Method> methods) {
      Class<?> from = classes.load(step.from().boxed());
      List<Method> unary =
          methods.stream().filter(method -> method.getParameterCount() == 1).toList();
      return unary.stream()
          .filter(method -> boxed(method.getParameterTypes()[0]).equals(from))
          .findFirst()
          .or(
              () ->
                  unary.stream()
                      .filter(method -> method.getParameterTypes()[0].isPrimitive())
                      .findFirst())
          .orElseThrow();
    }

    @Override
    public Optional<Object> callConverter(Operation.CallConverter operation) {
      return call(() -> access.convert(operation.owner(), operation.method(), value));
    }

    @Override
    public Optional<Object> cast(Operation.Cast operation) {
      TypeRef type = operation.type();
      Number number =
          value instanceof Character character ? (Number) (int) character : (Number) value;
      return Optional.of(
          type.name().equals("long")
              ? (Object) number.longValue()
              : narrowed(number, type.boxed().simpleName()));
    }

    @Override
    public Optional<Object> constantByName(Operation.ConstantByName operation) {
      return Optional.of(constantNamed(operation.type(), value));
    }

    @Override
    public Optional<Object> constantByCode(Operation.ConstantByCode operation) {
      return Arrays.stream(classes.load(operation.type()).getEnumConstants())
          .filter(constant -> value.equals(access.read(constant, operation.code())))
          .findFirst()
          .map(Optional::of)
          .orElseThrow(
              () -> new RejectedSample(step.to() + " has no constant with the code " + value));
    }

    @Override
    public Optional<Object> codeTable(Operation.CodeTable operation) {
      return Optional.of(
          operation.outward() ? code(value, operation) : constantOf(value, operation));
    }

    @Override
    public Optional<Object> jdkExpression(Operation.JdkExpression operation) {
      try {
        return Optional.of(operation.function().apply(value));
      } catch (RuntimeException rejection) {
        throw new RejectedSample(value + " is rejected: " + rejection.getMessage());
      }
    }

    @Override
    public Optional<Object> callMapper(Operation.CallMapper operation) {
      throw new IllegalStateException("objects of " + operation.concept() + " are only compared");
    }

    @Override
    public Optional<Object> findRow(Operation.FindRow operation) {
      return Optional.of(rows.find(operation, value));
    }

    @Override
    public Optional<Object> eachElement(Operation.EachElement operation) {
      if (value instanceof Map<?, ?> map) {
        Map<@Nullable Object, @Nullable Object> converted = new LinkedHashMap<>();
        map.forEach(
            (key, element) ->
                converted.put(
                    convert(key, operation.keys()), convert(element, operation.elements())));
        return Optional.of(converted);
      }
      List<@Nullable Object> converted = new ArrayList<>();
      for (Object element : ValueFitting.elements(value)) {
        converted.add(convert(element, operation.elements()));
      }
      return Optional.ofNullable(fitting.fitted(converted, operation.target()));
    }

    @Override
    public Optional<Object> join(Operation.Join operation) {
      throw new IllegalStateException("several values are joined by the mapping, not by a step");
    }

    private Optional<Object> call(Call call) {
      try {
        return Optional.ofNullable(call.run());
      } catch (InvocationTargetException thrown) {
        throw new RejectedSample(step.to() + " rejects " + value + ": " + message(thrown));
      }
    }
  }

  private static Class<?> boxed(Class<?> type) {
    return type.isPrimitive() ? MethodType.methodType(type).wrap().returnType() : type;
  }

  /** A call of the users' code. */
  private interface Call {
    @Nullable Object run() throws InvocationTargetException;
  }
}
