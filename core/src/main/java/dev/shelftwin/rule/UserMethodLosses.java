package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Loss;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Step;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.MethodCall;
import dev.shelftwin.shape.TypeRef;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * What the users' own conversions and value objects may lose. Their class files show which methods
 * of the JDK their results come from; methods that they call themselves are not followed.
 */
final class UserMethodLosses {

  /** The losses of methods of the JDK, by class and method. */
  private static final Map<String, Loss> LOSING =
      Map.ofEntries(
          Map.entry("java.lang.String.toLowerCase", Loss.CASE),
          Map.entry("java.lang.String.toUpperCase", Loss.CASE),
          Map.entry("java.lang.String.trim", Loss.TRIMMING),
          Map.entry("java.lang.String.strip", Loss.TRIMMING),
          Map.entry("java.lang.String.stripLeading", Loss.TRIMMING),
          Map.entry("java.lang.String.stripTrailing", Loss.TRIMMING),
          Map.entry("java.lang.String.substring", Loss.LENGTH),
          Map.entry("java.math.BigDecimal.setScale", Loss.SCALE),
          Map.entry("java.math.BigDecimal.round", Loss.PRECISION),
          Map.entry("java.math.BigDecimal.intValue", Loss.SCALE),
          Map.entry("java.math.BigDecimal.longValue", Loss.SCALE),
          Map.entry("java.math.BigDecimal.doubleValue", Loss.PRECISION),
          Map.entry("java.lang.Math.round", Loss.SCALE),
          Map.entry("java.lang.Long.intValue", Loss.RANGE),
          Map.entry("java.lang.Double.intValue", Loss.SCALE),
          Map.entry("java.lang.Double.longValue", Loss.SCALE),
          Map.entry("java.time.Instant.truncatedTo", Loss.TIME_RESOLUTION),
          Map.entry("java.time.Instant.getEpochSecond", Loss.TIME_RESOLUTION),
          Map.entry("java.time.Instant.toEpochMilli", Loss.TIME_RESOLUTION),
          Map.entry("java.time.LocalDateTime.truncatedTo", Loss.TIME_RESOLUTION),
          Map.entry("java.time.LocalTime.truncatedTo", Loss.TIME_RESOLUTION),
          Map.entry("java.time.Duration.toMinutes", Loss.TIME_RESOLUTION),
          Map.entry("java.time.Duration.toHours", Loss.TIME_RESOLUTION),
          Map.entry("java.time.Duration.toSeconds", Loss.TIME_RESOLUTION),
          Map.entry("java.time.OffsetDateTime.toInstant", Loss.ZONE),
          Map.entry("java.time.OffsetDateTime.toLocalDateTime", Loss.ZONE),
          Map.entry("java.time.ZonedDateTime.toInstant", Loss.ZONE),
          Map.entry("java.time.ZonedDateTime.toLocalDateTime", Loss.ZONE),
          Map.entry("java.time.LocalDateTime.toLocalDate", Loss.PART),
          Map.entry("java.util.Optional.orElse", Loss.ABSENCE),
          Map.entry("java.util.stream.Stream.distinct", Loss.DUPLICATES),
          Map.entry("java.util.stream.Collectors.toSet", Loss.DUPLICATES),
          Map.entry("java.util.stream.Stream.sorted", Loss.ORDER));

  private UserMethodLosses() {}

  /** A loss and the call that causes it. */
  record Found(Loss loss, MethodCall call) {}

  /** The losses of the users' methods in a conversion, each once. */
  static List<Found> of(Conversion conversion, RuleContext context) {
    return conversion
        .withNested()
        .flatMap(way -> way.steps().stream())
        .flatMap(step -> found(step, context))
        .filter(distinctLosses())
        .toList();
  }

  private static Stream<Found> found(Step step, RuleContext context) {
    return step.operation()
        .fold(new CalledMethods())
        .flatMap(own -> context.dependencies().calls(own.owner(), own.name()).stream())
        .filter(call -> isOnTheValue(call, step.from()))
        .flatMap(call -> found(call).stream());
  }

  /** Only calls on the value itself count: lower-casing the name of a constant loses nothing. */
  private static boolean isOnTheValue(MethodCall call, TypeRef from) {
    return call.owner().equals(from.present().boxed().erased())
        || (Container.of(from).isPresent()
            && call.owner().packageName().equals("java.util.stream"));
  }

  private static Predicate<Found> distinctLosses() {
    Set<Loss> seen = EnumSet.noneOf(Loss.class);
    return found -> seen.add(found.loss());
  }

  private static Optional<Found> found(MethodCall call) {
    return Optional.ofNullable(LOSING.get(call.owner().qualifiedName() + "." + call.method()))
        .map(loss -> new Found(loss, call));
  }

  private record Method(TypeRef owner, String name) {}

  /**
   * The users' methods that an operation calls; constructors of value objects may change values.
   */
  private static final class CalledMethods implements Operation.Cases<Stream<Method>> {

    @Override
    public Stream<Method> construct(Operation.Construct operation) {
      return Stream.of(new Method(operation.type(), Creator.CONSTRUCTOR));
    }

    @Override
    public Stream<Method> callStatic(Operation.CallStatic operation) {
      return Stream.of(
          new Method(operation.owner(), operation.method()),
          new Method(operation.owner(), Creator.CONSTRUCTOR));
    }

    @Override
    public Stream<Method> callConverter(Operation.CallConverter operation) {
      return Stream.of(new Method(operation.owner(), operation.method()));
    }

    @Override
    public Stream<Method> read(Operation.Read operation) {
      return Stream.empty();
    }

    @Override
    public Stream<Method> cast(Operation.Cast operation) {
      return Stream.empty();
    }

    @Override
    public Stream<Method> constantByName(Operation.ConstantByName operation) {
      return Stream.empty();
    }

    @Override
    public Stream<Method> constantByCode(Operation.ConstantByCode operation) {
      return Stream.empty();
    }

    @Override
    public Stream<Method> codeTable(Operation.CodeTable operation) {
      return Stream.empty();
    }

    @Override
    public Stream<Method> jdkExpression(Operation.JdkExpression operation) {
      return Stream.empty();
    }

    @Override
    public Stream<Method> messageValue(Operation.MessageValue operation) {
      return Stream.empty();
    }

    @Override
    public Stream<Method> callMapper(Operation.CallMapper operation) {
      return Stream.empty();
    }

    @Override
    public Stream<Method> findRow(Operation.FindRow operation) {
      return Stream.empty();
    }

    @Override
    public Stream<Method> eachElement(Operation.EachElement operation) {
      return Stream.empty(); // the conversions of its elements are looked at themselves
    }

    @Override
    public Stream<Method> join(Operation.Join operation) {
      return Stream.empty();
    }
  }
}
