package dev.shelftwin.observe;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.DateFormats;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.trial.UserObjects;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;

/** Sample values by their paths in the source, taken from objects that the domain accepts. */
final class AcceptedValues {

  private static final int OBJECTS = 24;

  /** More values of one path tell nothing new. */
  private static final int VALUES = 6;

  /** The number of sample objects that are used whole, because their values belong together. */
  private static final int WHOLE = 4;

  private final Map<String, List<Object>> byPath = new LinkedHashMap<>();
  private final List<Map<String, Object>> whole = new ArrayList<>();

  /** The text fields that the plan reads as dates; a mapper may ignore any other text. */
  private final Set<String> dates = new HashSet<>();

  /** Draws objects of the source of a hop; there are no values if none can be made. */
  static AcceptedValues of(
      ConceptLedger concept, ResolvedShape source, UserObjects objects, TreeReader reader) {
    AcceptedValues values = new AcceptedValues();
    concept.hops().stream()
        .filter(hop -> hop.hop().from().equals(source))
        .flatMap(hop -> hop.mappings().stream())
        .filter(mapping -> mapping.conversion().filter(AcceptedValues::readsDate).isPresent())
        .flatMap(mapping -> mapping.sources().stream())
        .forEach(field -> values.dates.add(field.name()));
    Map<String, Set<String>> known = new LinkedHashMap<>();
    SplittableRandom random = new SplittableRandom(11);
    for (int count = 0; count < OBJECTS; count++) {
      objects
          .accepted(concept, source, random)
          .ifPresent(object -> values.add(reader.read(object), known));
    }
    return values;
  }

  private static boolean readsDate(Conversion conversion) {
    return DateFormats.inLabel(conversion.toString()).isPresent();
  }

  private void add(Tree tree, Map<String, Set<String>> known) {
    if (whole.size() < WHOLE) {
      Map<String, Object> object = new LinkedHashMap<>();
      Tree.values(tree)
          .forEach(
              (path, value) -> {
                if (value.object() != null) {
                  object.put(path, value.object());
                }
              });
      whole.add(object);
    }
    Tree.values(tree)
        .forEach(
            (path, value) -> {
              List<Object> all = byPath.computeIfAbsent(path, key -> new ArrayList<>());
              boolean isNew =
                  value.object() != null
                      && all.size() < VALUES
                      && known
                          .computeIfAbsent(path, key -> new LinkedHashSet<>())
                          .add(value.text());
              if (isNew) {
                all.add(value.object());
              }
            });
  }

  /** The values of some objects, by their paths. */
  List<Map<String, Object>> objects() {
    return List.copyOf(whole);
  }

  /** Whether the plan reads a text as a date, so that only such texts are tried. */
  boolean isDate(Slot.Leaf leaf) {
    return leaf.type().isLang("String") && dates.contains(leaf.path()) && of(leaf).size() > 1;
  }

  /** The values that objects had at a path; empty if there are none. */
  List<Object> of(Slot.Leaf leaf) {
    return byPath.getOrDefault(leaf.path(), List.of());
  }
}
