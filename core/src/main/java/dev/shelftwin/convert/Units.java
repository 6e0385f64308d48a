package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** Times as numbers of a unit that somebody named, since a number alone does not tell its unit. */
public final class Units {

  private static final TypeRef LONG = TypeRef.of("", "long");
  private static final TypeRef DURATION = TypeRef.of("java.time", "Duration");
  private static final TypeRef INSTANT = TypeRef.of("java.time", "Instant");

  private Units() {}

  /** The way between a time and a number of units; empty where none leads there. */
  public static Optional<Conversion> between(
      TypeRef from, TypeRef to, ChronoUnit unit, Catalogue catalogue) {
    TypeRef source = from.present();
    TypeRef target = to.present();
    Optional<Counting> counted = counting(source, unit);
    return counted.isPresent()
        ? catalogue.then(counted.get().count(source, unit), target)
        : counting(target, unit)
            .flatMap(counting -> catalogue.before(source, counting.make(target, unit)));
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

  /** How a type of java.time counts a unit, and how it is made from a count. */
  private record Counting(
      String counter, Function<Object, Object> counted, String maker, Function<Long, Object> made) {

    Step count(TypeRef time, ChronoUnit unit) {
      Form form = new Form.Written("$1L." + counter + "()", List.of(), counted);
      boolean fine = unit == ChronoUnit.NANOS;
      Set<Loss> losses = fine ? Set.of() : Set.of(Loss.TIME_RESOLUTION);
      return new Step(name(unit), time, LONG, form, losses, fine);
    }

    Step make(TypeRef time, ChronoUnit unit) {
      Form form =
          new Form.Written(
              "$2T." + maker + "($1L)", List.of(time), number -> made.apply((Long) number));
      return new Step(name(unit), LONG, time, form, Set.of(), true);
    }

    private static String name(ChronoUnit unit) {
      return "in " + unit.name().toLowerCase(Locale.ROOT);
    }
  }
}
