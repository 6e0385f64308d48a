package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.convert.Step;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.plan.Given;
import dev.shelftwin.shape.TypeRef;
import java.lang.invoke.MethodType;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Tells what the ledger says must arrive, by carrying its conversions out without any mapper. */
final class Oracle {

  private final Reflection reflection;

  Oracle(Reflection reflection) {
    this.reflection = reflection;
  }

  /** What a value becomes; what is not there stays so. */
  @Nullable Object convert(@Nullable Object value, Conversion conversion) throws SampleRefused {
    Object result = Values.present(value);
    for (Step step : conversion.steps()) {
      if (result == null) {
        return null;
      }
      result = apply(result, step);
    }
    return result;
  }

  /** The value that a row of the plan gives. */
  @Nullable Object literal(Entry entry, TypeRef type) throws SampleRefused {
    Object literal = entry.given().flatMap(Given::literal).orElse(null);
    if (literal == null) {
      return null;
    }
    if (literal instanceof Number number) {
      return fitted(number, type.present().boxed().simpleName());
    }
    return entry.conversion().isPresent() ? convert(literal, entry.conversion().get()) : literal;
  }

  private static Object fitted(Number number, String type) {
    return switch (type) {
      case "Byte" -> number.byteValue();
      case "Short" -> number.shortValue();
      case "Integer" -> number.intValue();
      case "Float" -> number.floatValue();
      case "Double" -> number.doubleValue();
      default -> number;
    };
  }

  private @Nullable Object apply(Object value, Step step) throws SampleRefused {
    Form form = step.form();
    if (form instanceof Form.Read read) {
      return reflection.read(value, read.access());
    }
    if (form instanceof Form.New made) {
      Class<?> type = reflection.load(made.type());
      return call(value, step, () -> constructed(type, value, step.from()));
    }
    if (form instanceof Form.Static to) {
      List<Method> methods = Reflection.methods(reflection.load(to.owner()), to.method());
      return call(value, step, () -> reflection.invoke(fitting(methods, step), null, value));
    }
    if (form instanceof Form.Cast cast) {
      return cast(value, cast.type());
    }
    Class<?> type = reflection.load(((Form.Constant) form).type());
    return Arrays.stream(type.getEnumConstants())
        .filter(constant -> ((Enum<?>) constant).name().equals(value))
        .findFirst()
        .orElseThrow(() -> new SampleRefused(value + " names no constant of " + step.to()));
  }

  private Object constructed(Class<?> type, Object value, TypeRef from)
      throws InvocationTargetException {
    try {
      return Reflection.open(type.getDeclaredConstructor(reflection.load(from))).newInstance(value);
    } catch (NoSuchMethodException | InstantiationException | IllegalAccessException changed) {
      throw new IllegalStateException(changed);
    }
  }

  private Method fitting(List<Method> methods, Step step) {
    Class<?> from = reflection.load(step.from().boxed());
    return methods.stream()
        .filter(method -> method.getParameterCount() == 1)
        .filter(method -> boxed(method.getParameterTypes()[0]).equals(from))
        .findFirst()
        .or(
            () ->
                methods.stream()
                    .filter(method -> method.getParameterCount() == 1)
                    .filter(method -> method.getParameterTypes()[0].isPrimitive())
                    .findFirst())
        .orElseThrow();
  }

  private static Class<?> boxed(Class<?> type) {
    return type.isPrimitive() ? MethodType.methodType(type).wrap().returnType() : type;
  }

  private static Object cast(Object value, TypeRef type) {
    if (value instanceof Character character) {
      return fitted((int) character, type.boxed().simpleName());
    }
    Number number = (Number) value;
    return type.name().equals("long")
        ? (Object) number.longValue()
        : fitted(number, type.boxed().simpleName());
  }

  private static @Nullable Object call(Object value, Step step, Call call) throws SampleRefused {
    try {
      return call.run();
    } catch (InvocationTargetException thrown) {
      Throwable cause = Reflection.cause(thrown);
      String message = Objects.requireNonNullElse(cause.getMessage(), cause.toString());
      throw new SampleRefused(step.to() + " refuses " + value + ": " + message);
    }
  }

  /** Something that calls the users' code. */
  private interface Call {
    @Nullable Object run() throws InvocationTargetException;
  }
}
