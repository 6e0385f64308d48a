package dev.shelftwin.draft;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Nesting;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/** Whether two fields may be the same, by their names and types. */
final class Likeness {

  /** From where on names are taken for the same. */
  static final double ENOUGH = 0.4;

  static final Set<String> AUDITED =
      Set.of("created", "changed", "inserted", "modified", "updated");
  static final Set<String> SECRET = Set.of("password", "passcode", "passphrase", "pin", "secret");
  private static final Map<String, ChronoUnit> UNITS =
      Map.of(
          "nano", ChronoUnit.NANOS,
          "milli", ChronoUnit.MILLIS,
          "second", ChronoUnit.SECONDS,
          "minute", ChronoUnit.MINUTES,
          "hour", ChronoUnit.HOURS,
          "day", ChronoUnit.DAYS);

  /** What is measured in a unit that a column may be named after. */
  private static final Map<String, Set<String>> MEASURES =
      Map.of(
          "grams", Set.of("mass", "weight"),
          "kilograms", Set.of("mass", "weight"),
          "millimetres", Set.of("depth", "height", "length", "size", "width"),
          "centimetres", Set.of("depth", "height", "length", "size", "width"),
          "metres", Set.of("depth", "distance", "height", "length", "size", "width"),
          "celsius", Set.of("heat", "temperature"),
          "litres", Set.of("capacity", "volume"));

  private static final Set<String> TIMES = Set.of("java.time.Duration", "java.time.Instant");

  private final Catalogue catalogue;

  Likeness(Shapes shapes) {
    this.catalogue = new Catalogue(shapes, Nesting.NONE);
  }

  /** How alike the names are: 1 for the same words, 0 for none in common. */
  static double of(Field one, Field other) {
    Words these = Words.of(one.name());
    Words those = Words.of(other.name());
    boolean measured =
        MEASURES.entrySet().stream()
            .anyMatch(unit -> those.anyOf(Set.of(unit.getKey())) && these.anyOf(unit.getValue()));
    return Math.max(these.likeness(those), measured ? ENOUGH : 0);
  }

  /** A secret under another name is another secret. */
  boolean mayBeTheSame(Field inside, Field outside) {
    boolean secret =
        Words.of(inside.name()).anyOf(SECRET) || Words.of(outside.name()).anyOf(SECRET);
    return !secret && !inside.name().equals(outside.name()) && fit(inside.type(), outside.type());
  }

  boolean fit(TypeRef inside, TypeRef outside) {
    boolean counted =
        isTime(inside) && (outside.isPrimitive() || outside.packageName().equals("java.lang"));
    return counted
        || catalogue.between(inside, outside).isPresent()
        || catalogue.between(outside, inside).isPresent();
  }

  /** How many steps lead from one type to another; empty where none do. */
  OptionalInt steps(TypeRef from, TypeRef to) {
    return catalogue.between(from, to).stream().mapToInt(way -> way.steps().size()).findFirst();
  }

  static boolean isTime(TypeRef type) {
    return TIMES.contains(Container.held(type).qualifiedName());
  }

  /** The unit that a number counts, if its name tells. */
  static Optional<ChronoUnit> unit(Words words) {
    return UNITS.entrySet().stream()
        .filter(unit -> words.contains(new Words(List.of(unit.getKey()))))
        .map(Map.Entry::getValue)
        .findFirst();
  }
}
