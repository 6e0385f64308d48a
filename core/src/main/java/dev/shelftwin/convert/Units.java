package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

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
    Optional<Step> counted = counted(source, unit);
    if (counted.isPresent()) {
      return catalogue.then(counted.get(), target);
    }
    return made(target, unit).flatMap(step -> catalogue.before(source, step));
  }

  private static Optional<Step> counted(TypeRef time, ChronoUnit unit) {
    String name = plural(unit);
    Set<Loss> losses = unit == ChronoUnit.NANOS ? Set.of() : Set.of(Loss.TIME_RESOLUTION);
    if (time.equals(DURATION)) {
      return Optional.of(
          step(
              time,
              LONG,
              new Form.Written(
                  "$1L.to" + name + "()",
                  List.of(),
                  value -> ((Duration) value).dividedBy(unit.getDuration())),
              losses,
              unit));
    }
    if (!time.equals(INSTANT)) {
      return Optional.empty();
    }
    return switch (unit) {
      case MILLIS ->
          Optional.of(
              step(
                  time,
                  LONG,
                  new Form.Written(
                      "$1L.toEpochMilli()", List.of(), value -> ((Instant) value).toEpochMilli()),
                  losses,
                  unit));
      case SECONDS ->
          Optional.of(
              step(
                  time,
                  LONG,
                  new Form.Written(
                      "$1L.getEpochSecond()",
                      List.of(),
                      value -> ((Instant) value).getEpochSecond()),
                  losses,
                  unit));
      default -> Optional.empty();
    };
  }

  private static Optional<Step> made(TypeRef time, ChronoUnit unit) {
    if (time.equals(DURATION)) {
      return Optional.of(
          step(
              LONG,
              time,
              new Form.Written(
                  "$2T.of" + plural(unit) + "($1L)",
                  List.of(time),
                  value -> unit.getDuration().multipliedBy((Long) value)),
              Set.of(),
              unit));
    }
    if (!time.equals(INSTANT)) {
      return Optional.empty();
    }
    return switch (unit) {
      case MILLIS ->
          Optional.of(
              step(
                  LONG,
                  time,
                  new Form.Written(
                      "$2T.ofEpochMilli($1L)",
                      List.of(time),
                      value -> Instant.ofEpochMilli((Long) value)),
                  Set.of(),
                  unit));
      case SECONDS ->
          Optional.of(
              step(
                  LONG,
                  time,
                  new Form.Written(
                      "$2T.ofEpochSecond($1L)",
                      List.of(time),
                      value -> Instant.ofEpochSecond((Long) value)),
                  Set.of(),
                  unit));
      default -> Optional.empty();
    };
  }

  private static Step step(TypeRef from, TypeRef to, Form form, Set<Loss> losses, ChronoUnit unit) {
    String name = "in " + unit.name().toLowerCase(Locale.ROOT);
    boolean mayRefuse = from.equals(LONG) || unit == ChronoUnit.NANOS;
    return new Step(name, from, to, form, losses, mayRefuse);
  }

  private static String plural(ChronoUnit unit) {
    String name = unit.name();
    return name.charAt(0) + name.substring(1).toLowerCase(Locale.ROOT);
  }
}
