package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Step;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.shape.Field;
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

/** Tells what the ledger says must arrive, by carrying its conversions out without any mapper. */
final class Oracle {

  private final Ledger ledger;
  private final Reflection reflection;
  private final Finders finders;

  Oracle(Ledger ledger, Reflection reflection, Finders finders) {
    this.ledger = ledger;
    this.reflection = reflection;
    this.finders = finders;
  }

  /** What the sources of an account become; they stand in its order. */
  @Nullable Object carry(FieldMapping entry, List<? extends @Nullable Object> sources)
      throws SampleRefused {
    Conversion way = entry.conversion().orElseThrow();
    return entry.account() == Account.JOINED
        ? join(sources, (Operation.Join) way.steps().get(0).operation())
        : convert(sources.get(0), way);
  }

  /** What another mapper makes of an object must hold, by the target's fields. */
  Map<Field, @Nullable Object> expected(Twin twin) throws SampleRefused {
    Map<Field, @Nullable Object> expected = new LinkedHashMap<>();
    for (FieldMapping entry : twin.hop().mappings()) {
      Optional<Field> target = entry.target().filter(field -> field.reader().isPresent());
      if (target.isPresent() && entry.isCarried()) {
        List<@Nullable Object> sources = new ArrayList<>();
        entry.sources().forEach(field -> sources.add(reflection.read(twin.source(), field)));
        expected.put(target.get(), carry(entry, sources));
      }
    }
    return expected;
  }

  private @Nullable Object join(List<? extends @Nullable Object> values, Operation.Join form)
      throws SampleRefused {
    List<@Nullable Object> arguments = new ArrayList<>();
    for (int index = 0; index < values.size(); index++) {
      Object argument = convert(values.get(index), form.parts().get(index));
      arguments.add(reflection.fitted(argument, form.creator().parameters().get(index).type()));
    }
    if (values.stream().map(Values::present).allMatch(Objects::isNull)) {
      return null;
    }
    try {
      return reflection.make(form.creator(), arguments);
    } catch (InvocationTargetException thrown) {
      throw new SampleRefused(
          form.creator() + " refuses " + values + ": " + Reflection.cause(thrown).getMessage());
    }
  }

  /** Every element by itself; what another mapper makes of it is told when it is compared. */
  private @Nullable Object each(Object value, Operation.EachElement each) throws SampleRefused {
    if (value instanceof Map<?, ?> map) {
      Map<@Nullable Object, @Nullable Object> carried = new LinkedHashMap<>();
      for (Map.Entry<?, ?> entry : map.entrySet()) {
        carried.put(
            convert(entry.getKey(), each.keys()), convert(entry.getValue(), each.elements()));
      }
      return carried;
    }
    List<@Nullable Object> carried = new ArrayList<>();
    for (Object element : Values.elements(value)) {
      carried.add(convert(element, each.elements()));
    }
    boolean foretold = carried.stream().anyMatch(Twin.class::isInstance);
    return foretold ? carried : reflection.fitted(carried, each.target());
  }

  private Twin twin(Object value, Operation.CallMapper mapped) throws SampleRefused {
    return twin(
        ledger
            .concept(mapped.concept())
            .flatMap(concept -> concept.hop(mapped.from(), mapped.to()))
            .orElseThrow(),
        value);
  }

  /** What a hop must make of an object: of an abstract type's, what its kind's own hop makes. */
  Twin twin(HopLedger hop, Object value) throws SampleRefused {
    if (hop.family().isEmpty()) {
      return new Twin(hop, value);
    }
    for (Operation.CallMapper kind : hop.subtypes()) {
      if (reflection.load(kind.from()).isInstance(value)) {
        return twin(value, kind);
      }
    }
    throw new SampleRefused("no mapper carries a " + value.getClass().getSimpleName());
  }

  private static Object written(Object value, Operation.JdkExpression form) throws SampleRefused {
    try {
      return form.function().apply(value);
    } catch (RuntimeException refusal) {
      throw new SampleRefused(value + " is refused: " + refusal.getMessage());
    }
  }

  /** What a value becomes; what is not there stays so. */
  @Nullable Object convert(@Nullable Object value, Conversion conversion) throws SampleRefused {
    Object result = Values.present(value);
    if (result == null && conversion.absent().isPresent()) {
      Conversion.Substitute absent = conversion.absent().get();
      return literal(absent.literal(), Optional.of(absent.conversion()), absent.type());
    }
    for (Step step : conversion.steps()) {
      if (result == null) {
        return null;
      }
      result = apply(result, step);
    }
    return result;
  }

  /** The value that a row of the plan gives. */
  @Nullable Object literal(FieldMapping entry, TypeRef type) throws SampleRefused {
    Object literal =
        entry.given().orElse(null) instanceof GivenValue.Constant constant
            ? constant.literal().orElse(null)
            : null;
    return literal == null ? null : literal(literal, entry.conversion(), type);
  }

  private @Nullable Object literal(Object literal, Optional<Conversion> way, TypeRef type)
      throws SampleRefused {
    if (literal instanceof Number number) {
      return fitted(number, type.present().boxed().simpleName());
    }
    return way.isPresent() ? convert(literal, way.get()) : literal;
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
    Operation form = step.operation();
    if (form instanceof Operation.Read read) {
      return reflection.read(value, read.access());
    }
    if (form instanceof Operation.Construct made) {
      Class<?> type = reflection.load(made.type());
      return call(value, step, () -> constructed(type, value, step.from()));
    }
    if (form instanceof Operation.CallStatic to) {
      List<Method> methods = Reflection.methods(reflection.load(to.owner()), to.method());
      return call(value, step, () -> reflection.invoke(fitting(methods, step), null, value));
    }
    if (form instanceof Operation.CallConverter own) {
      return call(value, step, () -> reflection.convert(own.owner(), own.method(), value));
    }
    if (form instanceof Operation.Cast cast) {
      return cast(value, cast.type());
    }
    if (form instanceof Operation.JdkExpression written) {
      return written(value, written);
    }
    if (form instanceof Operation.EachElement each) {
      return each(value, each);
    }
    if (form instanceof Operation.CallMapper mapped) {
      return twin(value, mapped);
    }
    if (form instanceof Operation.FindRow found) {
      return finders.find(found, value);
    }
    if (form instanceof Operation.ConstantByCode coded) {
      return Arrays.stream(reflection.load(coded.type()).getEnumConstants())
          .filter(constant -> value.equals(reflection.read(constant, coded.code())))
          .findFirst()
          .orElseThrow(() -> new SampleRefused(value + " tells no constant of " + step.to()));
    }
    if (form instanceof Operation.CodeTable table) {
      return table.outward() ? code(value, table) : constant(value, table);
    }
    if (!(form instanceof Operation.ConstantByName named)) {
      throw new IllegalStateException("several values are joined elsewhere");
    }
    return named(named.type(), value);
  }

  private Object named(TypeRef enumeration, Object name) throws SampleRefused {
    return Arrays.stream(reflection.load(enumeration).getEnumConstants())
        .filter(constant -> ((Enum<?>) constant).name().equals(name))
        .findFirst()
        .orElseThrow(() -> new SampleRefused(name + " names no constant of " + enumeration));
  }

  private Object code(Object constant, Operation.CodeTable table) throws SampleRefused {
    @Nullable Object code = table.table().get(((Enum<?>) constant).name());
    if (code == null) {
      throw new SampleRefused(constant + " has no code");
    }
    if (code instanceof Number number) {
      return fitted(number, table.codes().boxed().simpleName());
    }
    return table.codes().packageName().equals("java.lang") ? code : named(table.codes(), code);
  }

  private Object constant(Object code, Operation.CodeTable table) throws SampleRefused {
    for (String constant : table.table().keySet()) {
      Object known = named(table.constants(), constant);
      if (code.equals(code(known, table))) {
        return known;
      }
    }
    return named(
        table.constants(),
        table.otherwise().orElseThrow(() -> new SampleRefused(code + " is no code")));
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
