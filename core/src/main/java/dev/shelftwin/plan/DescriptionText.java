package dev.shelftwin.plan;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The words of descriptions of types, as a plan writes them. */
final class DescriptionText {

  private DescriptionText() {}

  /** Adds the words of a description. */
  static void put(TypeDescription description, Map<String, Object> words) {
    description.as().ifPresent(layer -> words.put("as", layer.value()));
    if (!description.fields().isEmpty()) {
      words.put("fields", fields(description.fields()));
    }
    put("without", description.without(), words);
    if (!description.renamed().isEmpty()) {
      Map<String, Object> names = new LinkedHashMap<>();
      description.renamed().forEach((there, name) -> names.put(there, name.value()));
      words.put("renamed", names);
    }
    put("unwrapped", description.unwrapped(), words);
    put("flattened", description.flattened(), words);
  }

  private static void put(String word, List<Text> names, Map<String, Object> words) {
    if (!names.isEmpty()) {
      words.put(word, names.stream().map(Text::value).toList());
    }
  }

  /** The types of no concept, by layer. */
  static Map<String, Object> types(List<DescribedType> types) {
    Map<String, Map<String, Object>> byLayer = new LinkedHashMap<>();
    for (DescribedType type : types) {
      byLayer
          .computeIfAbsent(type.layer().name(), layer -> new LinkedHashMap<>())
          .put(
              type.name().value(),
              type.constants().isEmpty()
                  ? fields(type.fields())
                  : type.constants().stream().map(Text::value).toList());
    }
    return new LinkedHashMap<>(byLayer);
  }

  private static Map<String, Object> fields(Map<String, FieldDescription> fields) {
    Map<String, Object> words = new LinkedHashMap<>();
    fields.forEach((name, field) -> words.put(name, field.words().value()));
    return words;
  }
}
