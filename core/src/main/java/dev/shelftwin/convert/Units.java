package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;

/** Conversions between times and numbers of a unit that the plan names. */
public final class Units {

  private static final TypeRef LONG = TypeRef.of("", "long");
  private static final TypeRef DURATION = TypeRef.of("java.time", "Duration");
  private static final TypeRef INSTANT = TypeRef.of("java.time", "Instant");

  /** Types of moments that are counted as instants. */
  private static final Set<TypeRef> MOMENTS =
      Set.of(
          TypeRef.of("java.time", "OffsetDateTime"),
          TypeRef.of("java.time", "ZonedDateTime"),
          TypeRef.of("java.util", "Date"),
          TypeRef.of("java.util", "Calendar"),
          TypeRef.of("java.sql", "Timestamp"));

  private static final Map<String, ChronoUnit> WORDS =
      Map.of(
          "nano", ChronoUnit.NANOS,
          "milli", ChronoUnit.MILLIS,
          "millisecond", ChronoUnit.MILLIS,
          "second", ChronoUnit.SECONDS,
          "minute", ChronoUnit.MINUTES,
          "hour", ChronoUnit.HOURS,
          "day", ChronoUnit.DAYS);

  private static final List<ChronoUnit> UNITS =
      WORDS.values().stream().distinct().sorted().toList();

  private static final Pattern BETWEEN_WORDS = Pattern.compile("[^a-zA-Z]+|(?=[A-Z])");

  private Units() {}

  /** The only unit whose name is a word of a field's name; empty for none or several. */
  public static Optional<ChronoUnit> inName(String field) {
    List<ChronoUnit> units =
        BETWEEN_WORDS
            .splitAsStream(field)
            .map(word -> WORDS.get(word.toLowerCase(Locale.ROOT).replaceFirst("s$", "")))
            .filter(Objects::nonNull)
            .toList();
    return units.size() == 1 ? Optional.of(units.get(0)) : Optional.empty();
  }

  /** The unit that the label of a conversion names; empty if it names none. */
  public static Optional<ChronoUnit> inLabel(String label) {
    return UNITS.stream().filter(unit -> label.contains(label(unit))).findFirst();
  }

  /** The units that a plan can name. */
  public static List<ChronoUnit> all() {
    return UNITS;
  }

  /** How the label of a conversion names a unit. */
  public static String label(ChronoUnit unit) {
    return "in " + key(unit);
  }

  /** The unit as plans spell it. */
  public static String key(ChronoUnit unit) {
    return unit.name().toLowerCase(Locale.ROOT);
  }

  /** Whether a value is a time, which can be counted. */
  public static boolean isCounted(TypeRef type) {
    TypeRef time = type.present();
    return time.equals(DURATION) || time.equals(INSTANT) || MOMENTS.contains(time);
  }

  /**
   * The conversion between a time and a number of units; between two times, where there is nothing
   * to count, the usual one; empty if there is none.
   */
  public static Optional<Conversion> between(
      TypeRef from, TypeRef to, ChronoUnit unit, ConversionFinder catalogue) {
    TypeRef source = from.present();
    TypeRef target = to.present();
    TypeRef counted = MOMENTS.contains(source) ? INSTANT : source;
    TypeRef made = MOMENTS.contains(target) ? INSTANT : target;
    Optional<Counting> counting = counting(counted, unit);
    Optional<Counting> creating = counting(made, unit);
    if (counting.isPresent() == creating.isPresent()) {
      return counting.isPresent() || source.boxed().equals(target.boxed())
          ? catalogue.between(source, target)
          : Optional.empty();
    }
    if (counting.isPresent()) {
      return catalogue
          .between(source, counted)
          .flatMap(
              before ->
                  catalogue.then(counting.get().count(counted, unit), target).map(before::then));
    }
    return catalogue
        .before(source, creating.orElseThrow().create(made, unit))
        .flatMap(number -> catalogue.between(made, target).map(number::then));
  }

  private static Optional<Counting> counting(TypeRef time, ChronoUnit unit) {
    if (time.equals(DURATION)) {
      String name = unit.name().charAt(0) + unit.name().substring(1).toLowerCase(Locale.ROOT);
      return Optional.of(
          new Counting(
              "to" + name,
              value -> ((Duration) value).dividedBy(unit.getDuration()),
              "of" + name,
              number -> unit.getDuration().multipliedBy(number)));
    }
    if (!time.equals(INSTANT)) {
      return Optional.empty();
    }
    return switch (unit) {
      case MILLIS ->
          Optional.of(
              new Counting(
                  "toEpochMilli",
                  value -> ((Instant) value).toEpochMilli(),
                  "ofEpochMilli",
                  Instant::ofEpochMilli));
      case SECONDS ->
          Optional.of(
              new Counting(
                  "getEpochSecond",
                  value -> ((Instant) value).getEpochSecond(),
                  "ofEpochSecond",
                  Instant::ofEpochSecond));
      default -> Optional.empty();
    };
  }

  /** The methods of a java.time type that convert it to and from a number of units. */
  private record Counting(
      String counter,
      Function<Object, Object> counted,
      String creator,
      Function<Long, Object> made) {

    Step count(TypeRef time, ChronoUnit unit) {
      Operation operation =
          new Operation.JdkExpression("$1L." + counter + "()", List.of(), counted);
      boolean fine = unit == ChronoUnit.NANOS;
      Set<Loss> losses = fine ? Set.of() : Set.of(Loss.TIME_RESOLUTION);
      return new Step(label(unit), time, LONG, operation, losses, fine);
    }

    Step create(TypeRef time, ChronoUnit unit) {
      Operation operation =
          new Operation.JdkExpression(
              "$2T." + creator + "($1L)", List.of(time), number -> made.apply((Long) number));
      return new Step(label(unit), LONG, time, operation, Set.of(), true);
    }
  }
}
