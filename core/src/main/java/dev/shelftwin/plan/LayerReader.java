package dev.shelftwin.plan;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.YamlDocument.Entry;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.KebabCase;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;

/** Reads the layers of a plan. */
final class LayerReader {

  private static final String SEGMENT = "(\\*\\*|(\\*|[\\p{L}_$])([\\p{L}\\p{N}_$]|\\*(?!\\*))*)";

  /** Segments separated by dots; a star stands for any characters, two stars for any segments. */
  static final String PACKAGE_PATTERN = SEGMENT + "(\\." + SEGMENT + ")*";

  /** Words with their older spellings. */
  private static final Map<String, String> OLDER =
      Map.of(
          "allowed-types", "knows",
          "unlisted-types", "apart",
          "unspecified-nullness", "unsaid");

  private static final List<String> DEFAULT_WORDS =
      List.of("field", "is", "stays", "out-only", "in-only");

  private static final List<String> WORDS =
      List.of(
          "role",
          "package",
          "packages",
          "except",
          "fields",
          "accept",
          "document",
          "allowed-types",
          "knows",
          "unlisted-types",
          "apart",
          "names",
          "spelling",
          "unspecified-nullness",
          "unsaid");

  private final YamlDocument yaml;

  LayerReader(YamlDocument yaml) {
    this.yaml = yaml;
  }

  List<Layer> read(Entry layers, MapperStyle style) {
    List<Layer> result = new ArrayList<>();
    Map<String, Entry> entries = yaml.entries(layers.value(), "'layers'");
    PlanReader.checkNames(yaml, entries, "layer");
    for (Entry entry : entries.values()) {
      layer(entry, style).ifPresent(result::add);
    }
    return result;
  }

  private Optional<Layer> layer(Entry layer, MapperStyle style) {
    Text name = layer.key();
    if (PlanReader.isReserved(name.value())) {
      yaml.error(name.at(), "'" + name + "' is a word of the plan", "give the layer another name");
    }
    Map<String, Entry> entries = yaml.entries(layer.value(), "a layer");
    yaml.refuseOthers(entries, WORDS, "a layer");
    Optional<Role> role =
        yaml.required(entries, "role", layer.value())
            .flatMap(entry -> constant(entry, Role.values()));
    Optional<PackageScope> packages = packages(entries, layer.value());
    return role.flatMap(
        found ->
            packages.map(
                scope ->
                    new Layer(
                        name.value(),
                        found,
                        scope,
                        rules(entries),
                        defaults(entries),
                        description(entries, found),
                        style,
                        name.at())));
  }

  private Optional<PackageScope> packages(Map<String, Entry> entries, Node layer) {
    @Nullable Entry one = entries.get("package");
    @Nullable Entry several = entries.get("packages");
    if (one != null && several != null) {
      yaml.error(
          several.key().at(),
          "the layer has both 'package' and 'packages'",
          "move the package to 'packages'");
    }
    @Nullable Entry entry = several == null ? one : several;
    if (entry == null) {
      yaml.error(yaml.place(layer), "'packages' is missing here", "add 'packages:'");
      return Optional.empty();
    }
    List<Text> includes = patterns(entry);
    List<Text> excludes =
        Optional.ofNullable(entries.get("except")).map(this::patterns).orElse(List.of());
    return includes.isEmpty()
        ? Optional.empty()
        : Optional.of(new PackageScope(includes, excludes));
  }

  private List<Text> patterns(Entry entry) {
    List<Text> patterns = new ArrayList<>();
    for (Text pattern : yaml.texts(entry.value(), "'" + entry.key() + "'")) {
      if (!pattern.value().matches(PACKAGE_PATTERN)) {
        yaml.error(
            pattern.at(),
            "'" + pattern + "' is not a package",
            "write it like coop.kiln.store, or coop.kiln.** to include subpackages");
      } else {
        patterns.add(pattern);
      }
    }
    return patterns;
  }

  /** The document that describes the types: a path, or a path and names of schemas. */
  private Optional<Description> description(Map<String, Entry> entries, Role role) {
    @Nullable Entry document = entries.get("document");
    if (document == null) {
      return Optional.empty();
    }
    if (role != Role.TRANSFER) {
      yaml.error(
          document.key().at(),
          "a document describes transfer types only",
          "move 'document' to the layer of the transfer types");
    }
    if (!(document.value() instanceof MappingNode)) {
      return yaml.text(document.value(), "'document'").map(file -> new Description(file, Map.of()));
    }
    Map<String, Entry> words = yaml.entries(document.value(), "'document'");
    yaml.refuseOthers(words, List.of("file", "schemas"), "'document'");
    return yaml.required(words, "file", document.value())
        .flatMap(file -> yaml.text(file.value(), "'file'"))
        .map(file -> new Description(file, schemas(words)));
  }

  private Map<String, Text> schemas(Map<String, Entry> words) {
    Map<String, Text> schemas = new LinkedHashMap<>();
    Optional.ofNullable(words.get("schemas"))
        .map(entry -> yaml.entries(entry.value(), "'schemas'"))
        .orElse(Map.of())
        .forEach(
            (type, schema) ->
                yaml.text(schema.value(), "a schema").ifPresent(name -> schemas.put(type, name)));
    return schemas;
  }

  private LayerRules rules(Map<String, Entry> entries) {
    return new LayerRules(
        reasons(renamed(entries, "allowed-types")),
        reasons(renamed(entries, "unlisted-types")),
        namePatterns(entries),
        Optional.ofNullable(entries.get("spelling"))
            .flatMap(entry -> constant(entry, Spelling.values())),
        renamed(entries, "unspecified-nullness")
            .flatMap(
                entry -> constant(entry, new Presence[] {Presence.REQUIRED, Presence.OPTIONAL})));
  }

  /** A word, by its name or its older spelling. */
  private Optional<Entry> renamed(Map<String, Entry> entries, String word) {
    @Nullable Entry entry = entries.get(word);
    String older = OLDER.getOrDefault(word, word);
    @Nullable Entry old = entries.get(older);
    if (entry != null && old != null) {
      yaml.error(
          old.key().at(),
          "'" + older + "' is the older spelling of '" + word + "', which is here too",
          "keep one of them");
    }
    if (old != null) {
      yaml.note(old.key().at(), "'" + older + "' is now called '" + word + "'");
    }
    return Optional.ofNullable(entry == null ? old : entry);
  }

  /** Reasons by what they are for; the place is the place of the key. */
  private Map<String, Text> reasons(Optional<Entry> reasons) {
    Map<String, Text> result = new LinkedHashMap<>();
    reasons
        .map(entry -> yaml.entries(entry.value(), "'" + entry.key() + "'"))
        .orElse(Map.of())
        .forEach(
            (name, reason) ->
                yaml.text(reason.value(), "a reason")
                    .ifPresent(
                        text -> result.put(name, new Text(text.value(), reason.key().at()))));
    return result;
  }

  private List<Text> namePatterns(Map<String, Entry> entries) {
    List<Text> patterns =
        Optional.ofNullable(entries.get("names"))
            .map(entry -> yaml.texts(entry.value(), "'names'"))
            .orElse(List.of());
    patterns.stream()
        .filter(pattern -> !pattern.value().contains(MapperStyle.CONCEPT))
        .forEach(
            pattern ->
                yaml.error(
                    pattern.at(),
                    "'" + pattern + "' is the same name for all concepts",
                    "write it like '{concept}Row'"));
    return patterns;
  }

  private LayerDefaults defaults(Map<String, Entry> entries) {
    List<FieldDefault> fields = new ArrayList<>();
    Set<String> names = new HashSet<>();
    Optional.ofNullable(entries.get("fields"))
        .map(entry -> yaml.items(entry.value(), "'fields'"))
        .orElse(List.of())
        .forEach(
            item ->
                field(item)
                    .ifPresent(
                        field -> {
                          if (!names.add(field.field().value())) {
                            yaml.error(
                                field.field().at(),
                                "the layer has two defaults for '" + field.field() + "'",
                                "keep one of them");
                          }
                          fields.add(field);
                        }));
    Map<RuleId, Acceptance> accept =
        Optional.ofNullable(entries.get("accept"))
            .map(entry -> new AcceptReader(yaml).read(entry))
            .orElse(Map.of());
    return new LayerDefaults(fields, accept);
  }

  private Optional<FieldDefault> field(Node item) {
    Map<String, Entry> entries = yaml.entries(item, "a default for a field");
    yaml.refuseOthers(entries, DEFAULT_WORDS, "a default for a field");
    Optional<Text> name =
        yaml.required(entries, "field", item).flatMap(entry -> yaml.text(entry.value(), "'field'"));
    if (entries.keySet().equals(Set.of("field"))) {
      yaml.error(
          yaml.place(item),
          "this default says nothing about the field",
          "add 'is: audit', 'stays: the reason' or 'out-only: the reason'");
    }
    Optional<FieldRole> role =
        Optional.ofNullable(entries.get("is"))
            .flatMap(entry -> constant(entry, FieldRole.values()));
    return name.map(
        field ->
            new FieldDefault(
                field,
                role,
                reason(entries, "stays"),
                reason(entries, "out-only"),
                reason(entries, "in-only"),
                yaml.place(item)));
  }

  private Optional<Text> reason(Map<String, Entry> entries, String word) {
    return Optional.ofNullable(entries.get(word))
        .flatMap(entry -> yaml.text(entry.value(), "'" + word + "'"));
  }

  private <T extends Enum<T>> Optional<T> constant(Entry entry, T[] constants) {
    Map<String, T> known = new LinkedHashMap<>();
    for (T constant : constants) {
      known.put(KebabCase.of(constant), constant);
    }
    Optional<Text> word = yaml.text(entry.value(), "'" + entry.key() + "'");
    word.filter(one -> !known.containsKey(one.value()))
        .ifPresent(one -> yaml.unknown(one, known.keySet(), "'" + entry.key() + "'"));
    return word.map(Text::value).map(known::get);
  }
}
