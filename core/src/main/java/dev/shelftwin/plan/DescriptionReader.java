package dev.shelftwin.plan;

import dev.shelftwin.plan.YamlDocument.Entry;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;

/** Reads the types that a plan describes. */
final class DescriptionReader {

  /** The words of a description. */
  static final List<String> WORDS =
      List.of("as", "fields", "without", "renamed", "unwrapped", "flattened");

  private static final List<String> ONLY_DERIVED =
      List.of("without", "renamed", "unwrapped", "flattened");

  private final YamlDocument yaml;
  private final List<Layer> layers;

  DescriptionReader(YamlDocument yaml, List<Layer> layers) {
    this.yaml = yaml;
    this.layers = layers;
  }

  /** The description among the words of a shape; empty if there is none. */
  Optional<TypeDescription> description(Map<String, Entry> words) {
    if (WORDS.stream().noneMatch(words::containsKey)) {
      return Optional.empty();
    }
    Optional<Text> as =
        Optional.ofNullable(words.get("as")).flatMap(entry -> yaml.text(entry.value(), "'as'"));
    as.filter(layer -> layers.stream().noneMatch(one -> one.name().equals(layer.value())))
        .ifPresent(
            layer -> yaml.unknown(layer, layers.stream().map(Layer::name).toList(), "'layers'"));
    if (as.isEmpty()) {
      ONLY_DERIVED.stream()
          .filter(words::containsKey)
          .map(words::get)
          .forEach(
              entry ->
                  yaml.error(
                      entry.key().at(),
                      "'" + entry.key() + "' says how this type differs from another layer's",
                      "add 'as: LAYER', or name its fields with 'fields'"));
    }
    return Optional.of(
        new TypeDescription(
            as,
            Optional.ofNullable(words.get("fields")).map(this::fields).orElse(Map.of()),
            texts(words, "without"),
            renamed(words),
            texts(words, "unwrapped"),
            texts(words, "flattened")));
  }

  private List<Text> texts(Map<String, Entry> words, String word) {
    return Optional.ofNullable(words.get(word))
        .map(entry -> yaml.texts(entry.value(), "'" + word + "'"))
        .orElse(List.of());
  }

  private Map<String, Text> renamed(Map<String, Entry> words) {
    Map<String, Text> names = new LinkedHashMap<>();
    Optional.ofNullable(words.get("renamed"))
        .map(entry -> yaml.entries(entry.value(), "'renamed'"))
        .orElse(Map.of())
        .forEach(
            (there, entry) ->
                yaml.text(entry.value(), "a name").ifPresent(name -> names.put(there, name)));
    return names;
  }

  private Map<String, FieldDescription> fields(Entry fields) {
    return fields(fields.value(), "'fields'");
  }

  private Map<String, FieldDescription> fields(Node node, String what) {
    Map<String, FieldDescription> described = new LinkedHashMap<>();
    for (Entry entry : yaml.entries(node, what).values()) {
      if (!entry.key().value().matches(YamlDocument.IDENTIFIER)) {
        yaml.error(
            entry.key().at(),
            "'" + entry.key() + "' is not a name in Java",
            "if it belongs to the type before it, write that type in quotes: 'Map<String, Long>'");
        continue;
      }
      yaml.text(entry.value(), "a field's type")
          .flatMap(words -> new FieldWords(yaml, entry.key(), words).read())
          .ifPresent(field -> described.put(field.name().value(), field));
    }
    return described;
  }

  /** The types of no concept, by layer: fields, or the constants of an enumeration. */
  List<DescribedType> types(Entry types) {
    List<DescribedType> described = new ArrayList<>();
    for (Entry ofLayer : yaml.entries(types.value(), "'types'").values()) {
      Optional<Layer> layer =
          layers.stream().filter(one -> one.name().equals(ofLayer.key().value())).findFirst();
      if (layer.isEmpty()) {
        yaml.unknown(ofLayer.key(), layers.stream().map(Layer::name).toList(), "'layers'");
        continue;
      }
      for (Entry type : yaml.entries(ofLayer.value(), "'" + ofLayer.key() + "'").values()) {
        described.add(type(layer.get(), type));
      }
    }
    return described;
  }

  private DescribedType type(Layer layer, Entry type) {
    if (!type.key().value().matches(YamlDocument.IDENTIFIER)) {
      yaml.error(
          type.key().at(), "'" + type.key() + "' is not a name in Java", "give the type another");
    }
    return type.value() instanceof MappingNode
        ? new DescribedType(layer, type.key(), fields(type.value(), "a type"), List.of())
        : new DescribedType(
            layer, type.key(), Map.of(), yaml.texts(type.value(), "the constants of a type"));
  }
}
