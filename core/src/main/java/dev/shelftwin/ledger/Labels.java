package dev.shelftwin.ledger;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Labels shapes with their layer, and as the plan writes them, if simple names repeat in it. */
final class Labels {

  private final Map<String, Set<String>> typesByName = new HashMap<>();
  private final Map<String, Set<String>> typesByLayerAndName = new HashMap<>();

  Labels(List<ConceptLedger> concepts) {
    concepts.stream()
        .flatMap(ConceptLedger::shapes)
        .forEach(
            shape -> {
              String type = shape.shape().type().erased().fullName();
              String name = bare(shape.use().simpleName());
              String layer = shape.layer().name();
              typesByName.computeIfAbsent(name, key -> new HashSet<>()).add(layer + " " + type);
              typesByLayerAndName
                  .computeIfAbsent(layer + "/" + name, key -> new HashSet<>())
                  .add(type);
            });
  }

  ResolvedShape label(ResolvedShape shape) {
    String name = shape.use().simpleName();
    String layer = shape.layer().name();
    if (count(typesByName, bare(name)) < 2) {
      return shape;
    }
    boolean repeatsInLayer = count(typesByLayerAndName, layer + "/" + bare(name)) > 1;
    String written = repeatsInLayer ? shape.use().type() : name;
    return shape.withLabel(layer + "/" + written);
  }

  private static int count(Map<String, Set<String>> types, String key) {
    return types.getOrDefault(key, Set.of()).size();
  }

  /** A name without its type arguments. */
  private static String bare(String name) {
    return name.replaceFirst("<.*", "");
  }
}
