package dev.shelftwin.observe;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Units;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.trial.UserObjects;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Finds the conversion that makes the values of a target of those of its source. */
final class Explanations {

  private final Catalogue catalogue;
  private final UserObjects objects;
  private final TreeReader reader;
  private final Map<String, Conversion> planned;
  private final DatePatterns patterns;

  /**
   * Explanations for one hop.
   *
   * @param planned the conversions of the plan, by {@code source -> target}
   * @param patterns those by which the mapper may write or read dates
   */
  Explanations(
      Catalogue catalogue,
      UserObjects objects,
      TreeReader reader,
      Map<String, Conversion> planned,
      DatePatterns patterns) {
    this.catalogue = catalogue;
    this.objects = objects;
    this.reader = reader;
    this.planned = planned;
    this.patterns = patterns;
  }

  /** A value of the source and what the mapper made of it. */
  record Pair(Object source, Tree.Value target) {}

  /**
   * How values become others.
   *
   * @param label empty if they stay the same
   * @param conversion the conversion; none if they stay the same, perhaps in another type
   */
  record How(Optional<String> label, Conversion conversion) {}

  /** The explanation of all pairs; empty if nothing known explains them. */
  Optional<How> of(Slot.Leaf source, String target, List<Pair> pairs) {
    if (pairs.isEmpty()) {
      return Optional.empty();
    }
    for (Conversion conversion : conversions(source, target, pairs)) {
      if (pairs.stream().allMatch(pair -> explains(conversion, pair))) {
        boolean same =
            pairs.stream().allMatch(pair -> isSameType(pair.source(), pair.target().object()));
        String label = conversion.toString();
        boolean plain = same && conversion.isNone();
        return Optional.of(
            new How(
                plain ? Optional.empty() : Optional.of(label.isEmpty() ? "another type" : label),
                conversion));
      }
    }
    return Optional.empty();
  }

  private static boolean isSameType(Object source, @Nullable Object target) {
    return target != null && source.getClass().equals(target.getClass());
  }

  private List<Conversion> conversions(Slot.Leaf source, String path, List<Pair> pairs) {
    List<Conversion> all = new ArrayList<>();
    Optional.ofNullable(planned.get(source.path() + " -> " + path)).ifPresent(all::add);
    @Nullable Object made = pairs.get(0).target().object();
    if (isSameType(pairs.get(0).source(), made)) {
      all.add(Conversion.NONE);
    }
    if (made != null) {
      TypeRef target = TypeRefs.of(made.getClass());
      catalogue.between(source.type(), target).ifPresent(all::add);
      all.addAll(patterns.conversions(source.type(), target, catalogue));
      if (Units.isCounted(source.type()) != Units.isCounted(target)) {
        Units.all()
            .forEach(
                unit -> Units.between(source.type(), target, unit, catalogue).ifPresent(all::add));
      }
    }
    all.add(Conversion.NONE);
    return all;
  }

  /** Whether a conversion makes the target's value of the source's. */
  boolean explains(Conversion conversion, Pair pair) {
    return conversion.isNone()
        ? reader.text(pair.source()).equals(pair.target().text())
        : objects
            .convert(pair.source(), conversion)
            .filter(value -> reader.text(value).equals(pair.target().text()))
            .isPresent();
  }
}
