package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Step;
import dev.shelftwin.shape.TypeRef;
import java.lang.invoke.MethodType;
import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Carries out the conversions of the ledger without a mapper. */
final class ConversionRunner {

  private final UserClasses classes;
  private final ObjectAccess access;
  private final ValueFitting fitting;
  private final RowSource rows;
  private final MessageValues messages;
  private final IdentityHashMap<TypeRef, Map<String, Object>> constants = new IdentityHashMap<>();
  private final IdentityHashMap<Step, StepFunction> prepared = new IdentityHashMap<>();

  ConversionRunner(UserClasses classes, ObjectAccess access, ValueFitting fitting, RowSource rows) {
    this.classes = classes;
    this.access = access;
    this.fitting = fitting;
    this.rows = rows;
    this.messages = new MessageValues(classes, access);
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
    boolean missing = true;
    for (int index = 0; index < values.size(); index++) {
      missing &= ValueFitting.unwrapped(values.get(index)) == null;
      Object argument = convert(values.get(index), operation.parts().get(index));
      TypeRef type = operation.type(index);
      arguments.add(fitting.fitted(argument, type));
    }
    if (missing) {
      return null;
    }
    try {
      int taken = operation.creator().parameters().size();
      Object joined = access.create(operation.creator(), arguments.subList(0, taken));
      for (int index = taken; joined != null && index < arguments.size(); index++) {
        access.set(joined, operation.set().get(index - taken), arguments.get(index));
      }
      return joined;
    } catch (InvocationTargetException thrown) {
      throw Failures.rejection(operation.creator().label(), values + ": ", thrown);
    }
  }

  /** The result of one step; null if the step has none. */
  @Nullable Object apply(Object value, Step step) {
    StepFunction function = prepared.get(step);
    if (function == null) {
      function = step.operation().fold(new Preparation(step));
      prepared.put(step, function);
    }
    try {
      return function.apply(value);
    } catch (InvocationTargetException thrown) {
      throw Failures.rejection(name(step), value + ": ", thrown);
    }
  }

  /** In messages: the user's own method with its parameter, or else the type that a step makes. */
  private static String name(Step step) {
    if (step.operation() instanceof Operation.CallStatic call) {
      return call.owner().name() + "." + call.method() + "(" + step.from() + ")";
    }
    return step.operation() instanceof Operation.CallConverter call
        ? call.owner().name() + "." + call.method() + "(" + step.from() + ")"
        : step.to().toString();
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
    Map<String, Object> byName = constants.computeIfAbsent(enumeration, this::constantsOf);
    Object constant = byName.get(String.valueOf(name));
    if (constant == null) {
      throw new RejectedSample(enumeration.toString(), "has no constant with the name " + name);
    }
    return constant;
  }

  private Map<String, Object> constantsOf(TypeRef enumeration) {
    return Arrays.stream(classes.load(enumeration).getEnumConstants())
        .collect(
            Collectors.toMap(
                constant -> ((Enum<?>) constant).name(), constant -> (Object) constant));
  }

  private Object code(Object constant, Operation.CodeTable table) {
    @Nullable Object code = table.table().get(((Enum<?>) constant).name());
    if (code == null) {
      throw new RejectedSample(table.constants().toString(), constant + " has no code");
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
            .orElseThrow(
                () ->
                    new RejectedSample(
                        table.constants().toString(), code + " is not a code of the plan")));
  }

  /** One step, prepared to be applied to many values. */
  @FunctionalInterface
  private interface StepFunction {
    @Nullable Object apply(Object value) throws InvocationTargetException;
  }

  /** Prepares an operation. */
  private final class Preparation implements Operation.Cases<StepFunction> {

    private final Step step;

    Preparation(Step step) {
      this.step = step;
    }

    @Override
    public StepFunction read(Operation.Read operation) {
      return value -> access.read(value, operation.access());
    }

    @Override
    public StepFunction construct(Operation.Construct operation) {
      try {
        Constructor<?> constructor =
            ObjectAccess.open(
                classes.load(operation.type()).getDeclaredConstructor(classes.load(step.from())));
        return value -> ObjectAccess.construct(constructor, value);
      } catch (NoSuchMethodException changed) {
        throw new IllegalStateException(changed);
      }
    }

    @Override
    public StepFunction callStatic(Operation.CallStatic operation) {
      Method method = fitting(access.methods(classes.load(operation.owner()), operation.method()));
      return value -> access.invoke(method, null, value);
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
    public StepFunction callConverter(Operation.CallConverter operation) {
      return value -> access.convert(operation.owner(), operation.method(), value);
    }

    @Override
    public StepFunction cast(Operation.Cast operation) {
      TypeRef type = operation.type();
      String boxed = type.boxed().simpleName();
      return value -> {
        Number number =
            value instanceof Character character ? (Number) (int) character : (Number) value;
        return type.name().equals("long") ? (Object) number.longValue() : narrowed(number, boxed);
      };
    }

    @Override
    public StepFunction constantByName(Operation.ConstantByName operation) {
      return value -> constantNamed(operation.type(), value);
    }

    @Override
    public StepFunction constantByCode(Operation.ConstantByCode operation) {
      return value ->
          Arrays.stream(classes.load(operation.type()).getEnumConstants())
              .filter(constant -> value.equals(access.read(constant, operation.code())))
              .findFirst()
              .orElseThrow(
                  () ->
                      new RejectedSample(
                          step.to().toString(), "has no constant with the code " + value));
    }

    @Override
    public StepFunction codeTable(Operation.CodeTable operation) {
      return value -> operation.outward() ? code(value, operation) : constantOf(value, operation);
    }

    @Override
    public StepFunction jdkExpression(Operation.JdkExpression operation) {
      return value -> {
        try {
          return operation.function().apply(value);
        } catch (RuntimeException rejection) {
          throw new RejectedSample(step.to().toString(), value + ": " + rejection.getMessage());
        }
      };
    }

    @Override
    public StepFunction messageValue(Operation.MessageValue operation) {
      return value ->
          operation.outward()
              ? messages.made(operation.type(), value)
              : messages.read(operation.type(), value);
    }

    @Override
    public StepFunction callMapper(Operation.CallMapper operation) {
      throw new IllegalStateException("objects of " + operation.concept() + " are only compared");
    }

    @Override
    public StepFunction findRow(Operation.FindRow operation) {
      return value -> rows.find(operation, value);
    }

    @Override
    public StepFunction eachElement(Operation.EachElement operation) {
      ValueFitting.Fitter target = fitting.fitter(operation.target());
      return value -> {
        if (value instanceof Map<?, ?> map) {
          Map<@Nullable Object, @Nullable Object> converted = new LinkedHashMap<>();
          map.forEach(
              (key, element) ->
                  converted.put(
                      convert(key, operation.keys()), convert(element, operation.elements())));
          return converted;
        }
        List<@Nullable Object> converted = new ArrayList<>();
        for (Object element : ValueFitting.elements(value)) {
          converted.add(convert(element, operation.elements()));
        }
        return target.fit(converted);
      };
    }

    @Override
    public StepFunction join(Operation.Join operation) {
      throw new IllegalStateException("several values are joined by the mapping, not by a step");
    }
  }

  private static Class<?> boxed(Class<?> type) {
    return type.isPrimitive() ? MethodType.methodType(type).wrap().returnType() : type;
  }
}
