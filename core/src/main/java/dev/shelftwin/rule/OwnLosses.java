package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.convert.Loss;
import dev.shelftwin.convert.Step;
import dev.shelftwin.shape.Call;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.TypeRef;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * What the users' own conversions and value objects may lose, as far as the methods of the JDK tell
 * from which their results come. Known only of compiled classes, and only of the method itself.
 */
final class OwnLosses {

  /** By class and method. */
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

  private static final String CONSTRUCTOR = "<init>";

  private OwnLosses() {}

  /** A loss and the call that tells of it. */
  record Found(Loss loss, Call call) {}

  /** What the users' own methods on the way may lose, each loss once. */
  static List<Found> of(Conversion conversion, Stage stage) {
    return conversion
        .withInner()
        .flatMap(way -> way.steps().stream())
        .flatMap(step -> found(step, stage))
        .filter(distinctLosses())
        .toList();
  }

  private static Stream<Found> found(Step step, Stage stage) {
    return methods(step)
        .flatMap(own -> stage.references().calls(own.owner(), own.name()).stream())
        .filter(call -> isOnTheValue(call, step.from()))
        .flatMap(call -> found(call).stream());
  }

  /** A constant's name in lower case is still its name; only what is done to the value counts. */
  private static boolean isOnTheValue(Call call, TypeRef from) {
    return call.owner().equals(from.present().boxed().erased())
        || (Container.of(from).isPresent()
            && call.owner().packageName().equals("java.util.stream"));
  }

  private static Predicate<Found> distinctLosses() {
    Set<Loss> seen = EnumSet.noneOf(Loss.class);
    return found -> seen.add(found.loss());
  }

  private static Optional<Found> found(Call call) {
    return Optional.ofNullable(LOSING.get(call.owner().qualifiedName() + "." + call.method()))
        .map(loss -> new Found(loss, call));
  }

  /** Conversions of the users' own, and value objects that may change what they are made of. */
  private static Stream<Method> methods(Step step) {
    if (step.form() instanceof Form.Own own) {
      return Stream.of(new Method(own.owner(), own.method()));
    }
    if (step.form() instanceof Form.New made) {
      return Stream.of(new Method(made.type(), CONSTRUCTOR));
    }
    return step.form() instanceof Form.Static own
        ? Stream.of(new Method(own.owner(), own.method()), new Method(own.owner(), CONSTRUCTOR))
        : Stream.empty();
  }

  private record Method(TypeRef owner, String name) {}
}
