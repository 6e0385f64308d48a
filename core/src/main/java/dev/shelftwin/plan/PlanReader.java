package dev.shelftwin.plan;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.YamlDocument.Entry;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;

/** Reads a plan from YAML. The format is described by {@code shelf-twin.schema.json}. */
public final class PlanReader {

  /** Words with a meaning of their own, so that no layer may be called by them. */
  static final Set<String> RESERVED =
      Set.of(
          "absent",
          "accept",
          "because",
          "build",
          "by",
          "codes",
          "derived",
          "direct",
          "existing-mappers",
          "fields",
          "format",
          "from",
          "given",
          "is",
          "limits",
          "mapper",
          "omits",
          "stays",
          "type",
          "unit",
          "value");

  private static final List<String> NUMBERS = List.of(Wire.DOUBLE, Wire.EXACT);

  /** The words of a plan. */
  private static final List<String> WORDS =
      List.of(
          "shelf-twin",
          "name",
          PlanIncludes.KEY,
          "code",
          "mappers",
          "layers",
          "signatures",
          "concepts",
          "types",
          "wire",
          "database",
          "samples",
          "instances");

  private static final String PACKAGE =
      "[\\p{L}_$][\\p{L}\\p{N}_$]*(\\.[\\p{L}_$][\\p{L}\\p{N}_$]*)*";

  private final YamlDocument yaml;

  private PlanReader(YamlDocument yaml) {
    this.yaml = yaml;
  }

  /** Whether no layer may be called so, since the word has a meaning of its own. */
  public static boolean isReserved(String name) {
    return RESERVED.contains(name);
  }

  /**
   * Reads a plan from a file in UTF-8.
   *
   * @throws InputException where there is no such file or the plan is wrong; reports every error
   */
  public static Plan read(Path file) {
    try {
      return read(file.toString(), Files.readString(file, StandardCharsets.UTF_8));
    } catch (CharacterCodingException notText) {
      throw new InputException(
          Place.in(file.toString()), "the plan is not text in UTF-8", "save it as UTF-8");
    } catch (IOException missing) {
      throw new InputException(
          Place.in(file.toString()),
          Files.exists(file) ? "the plan cannot be read" : "there is no plan here",
          "name the file that holds it: shelf-twin COMMAND PLAN");
    }
  }

  /**
   * Reads a plan from text.
   *
   * @param file what errors call it
   * @throws InputException where the plan is wrong; reports every error
   */
  public static Plan read(String file, String text) {
    YamlDocument yaml = new YamlDocument(file, text);
    Plan plan = new PlanReader(yaml).plan(file);
    yaml.throwIfWrong();
    return plan;
  }

  private Plan plan(String file) {
    Node root = new PlanIncludes(yaml).merged(file, yaml.root());
    Map<String, Entry> entries = yaml.entries(root, "a plan");
    yaml.refuseOthers(entries, WORDS, "a plan");
    checkVersion(yaml, entries.get("shelf-twin"), root);
    String name =
        yaml.required(entries, "name", root).flatMap(this::text).map(Text::value).orElse("");
    Code code = optional(entries, "code").map(entry -> code(entry.value())).orElse(Code.NONE);
    MapperStyle style = optional(entries, "mappers").map(this::style).orElse(MapperStyle.USUAL);
    List<Layer> layers =
        yaml.required(entries, "layers", root)
            .map(entry -> new LayerReader(yaml).read(entry, style))
            .orElse(List.of());
    checkApart(layers);
    style.faultsOf().ifPresent(store -> checkStore(store, layers));
    yaml.throwIfWrong(); // what follows makes no sense without layers
    List<Concept> concepts =
        yaml.required(entries, "concepts", root)
            .map(entry -> concepts(entry, layers))
            .orElse(List.of());
    List<DescribedType> types =
        optional(entries, "types")
            .map(entry -> new DescriptionReader(yaml, layers).types(entry))
            .orElse(List.of());
    List<Signatures> signatures =
        optional(entries, "signatures").map(entry -> signatures(entry, layers)).orElse(List.of());
    Map<String, Text> samples =
        optional(entries, "samples").map(entry -> texts(entry, "'samples'")).orElse(Map.of());
    Map<String, Text> instances =
        optional(entries, "instances").map(entry -> texts(entry, "'instances'")).orElse(Map.of());
    Wire wire = optional(entries, "wire").map(this::wire).orElse(Wire.USUAL);
    Optional<Database> database = optional(entries, "database").flatMap(this::database);
    return new Plan(
        name,
        code,
        layers,
        concepts,
        types,
        signatures,
        wire,
        database,
        samples,
        instances,
        yaml.place(root),
        yaml.notes());
  }

  private Wire wire(Entry entry) {
    if (!(entry.value() instanceof MappingNode)) {
      return new Wire(text(entry), false);
    }
    Map<String, Entry> entries = yaml.entries(entry.value(), "'wire'");
    yaml.refuseOthers(entries, List.of("mapper", "numbers"), "'wire'");
    Optional<Text> numbers = optional(entries, "numbers").flatMap(this::text);
    numbers
        .filter(word -> !NUMBERS.contains(word.value()))
        .ifPresent(word -> yaml.unknown(word, NUMBERS, "'numbers'"));
    return new Wire(
        optional(entries, "mapper").flatMap(this::text),
        numbers.filter(word -> word.value().equals(Wire.DOUBLE)).isPresent());
  }

  private Optional<Database> database(Entry entry) {
    Map<String, Entry> entries = yaml.entries(entry.value(), "'database'");
    yaml.refuseOthers(entries, List.of("url", "schema"), "'database'");
    Optional<Text> schema = optional(entries, "schema").flatMap(this::text);
    return yaml.required(entries, "url", entry.value())
        .flatMap(this::text)
        .map(url -> new Database(url, schema));
  }

  /** Whether a plan, or a part of one, has the version that we read. */
  static void checkVersion(YamlDocument yaml, @Nullable Entry entry, Node root) {
    if (entry == null) {
      yaml.error(
          yaml.place(root), "the plan's version is missing", "begin it with 'shelf-twin: 1'");
    } else if (!yaml.scalar(entry.value(), "'shelf-twin'").equals(Optional.of(1L))) {
      yaml.error(
          yaml.place(entry.value()),
          "this version of the format is not known",
          "write 'shelf-twin: 1'");
    }
  }

  private Code code(Node node) {
    Map<String, Entry> entries = yaml.entries(node, "'code'");
    yaml.refuseOthers(entries, List.of("classes", "sources", "class-path", "mappers"), "'code'");
    return new Code(
        list(entries, "classes"),
        list(entries, "sources"),
        list(entries, "class-path"),
        optional(entries, "mappers").flatMap(this::text));
  }

  private boolean isPackage(Text visibility) {
    List<String> known = List.of("public", "package");
    if (!known.contains(visibility.value())) {
      yaml.unknown(visibility, known, "'visibility'");
    }
    return visibility.value().equals("package");
  }

  private MapperStyle style(Entry mappers) {
    Map<String, Entry> entries = yaml.entries(mappers.value(), "'mappers'");
    yaml.refuseOthers(
        entries,
        List.of("name", "package", "visibility", "on-class", "on-constructor", "faults-of"),
        "'mappers'");
    MapperStyle style =
        new MapperStyle(
            optional(entries, "name").flatMap(this::text),
            optional(entries, "package").flatMap(this::text),
            optional(entries, "visibility").flatMap(this::text).filter(this::isPackage).isPresent(),
            list(entries, "on-class"),
            list(entries, "on-constructor"),
            optional(entries, "faults-of").flatMap(this::text));
    style
        .name()
        .filter(
            name ->
                !name.value().contains(MapperStyle.CONCEPT)
                    || !style.simpleName("X", "x").matches(YamlDocument.IDENTIFIER))
        .ifPresent(
            name ->
                yaml.error(
                    name.at(),
                    "'" + name + "' names no class for each concept",
                    "write it like '{concept}{layer}Mapper'"));
    style
        .packageName()
        .filter(name -> !style.packageName("x", "x").matches(PACKAGE))
        .ifPresent(
            name ->
                yaml.error(
                    name.at(),
                    "'" + name + "' is no package",
                    "write it like '{package}.mapping' or 'coop.kiln.{layer}'"));
    return style;
  }

  private void checkStore(Text store, List<Layer> layers) {
    List<String> stores =
        layers.stream().filter(layer -> layer.role() == Role.PERSISTENCE).map(Layer::name).toList();
    if (!stores.contains(store.value())) {
      yaml.unknown(store, stores, "'layers' with the role persistence");
    }
  }

  /** Mappers of two layers must not be one class. */
  private void checkApart(List<Layer> layers) {
    Map<String, Layer> names = new LinkedHashMap<>();
    for (Layer layer : layers) {
      @Nullable Layer other =
          names.putIfAbsent(
              layer.mapperPackage(layer.packages().firstPackage()) + "." + layer.mapperName("X"),
              layer);
      if (other != null) {
        yaml.error(
            layer.at(),
            "the mappers of " + other.name() + " and " + layer.name() + " have the same names",
            "add {layer} to 'name' or 'package' below 'mappers'");
      }
    }
  }

  /** Layers by the package that may mention them in its public signatures. */
  private List<Signatures> signatures(Entry entry, List<Layer> layers) {
    List<String> known = layers.stream().map(Layer::name).toList();
    List<Signatures> result = new ArrayList<>();
    for (Entry part : yaml.entries(entry.value(), "'signatures'").values()) {
      Text name = part.key();
      if (!name.value().matches(PACKAGE)) {
        yaml.error(name.at(), "'" + name + "' is no package", "write it like coop.kiln.service");
      }
      List<String> mentions = new ArrayList<>();
      for (Text layer : yaml.texts(part.value(), "'" + name + "'")) {
        if (!known.contains(layer.value())) {
          yaml.unknown(layer, known, "'layers'");
        }
        mentions.add(layer.value());
      }
      result.add(new Signatures(name.value(), mentions, name.at()));
    }
    return result;
  }

  private List<Concept> concepts(Entry concepts, List<Layer> layers) {
    List<Concept> result = new ArrayList<>();
    checkNames(yaml, yaml.entries(concepts.value(), "'concepts'"), "concept");
    for (Entry entry : yaml.entries(concepts.value(), "'concepts'").values()) {
      new ConceptReader(yaml, layers).read(entry).ifPresent(result::add);
    }
    if (result.isEmpty() && yaml.errorCount() == 0) {
      yaml.error(concepts.key().at(), "the plan has no concept", "describe at least one");
    }
    return result;
  }

  /** Classes and files are named after concepts and layers. */
  static void checkNames(YamlDocument yaml, Map<String, Entry> entries, String what) {
    Map<String, Text> known = new HashMap<>();
    for (Entry entry : entries.values()) {
      Text name = entry.key();
      @Nullable Text other = known.putIfAbsent(name.value().toLowerCase(Locale.ROOT), name);
      if (other != null) {
        yaml.error(
            name.at(),
            "'"
                + name
                + "' and '"
                + other
                + "' differ only in case, like the files named after them",
            "give one " + what + " another name");
      }
      if (!name.value().matches(YamlDocument.IDENTIFIER)) {
        yaml.error(
            name.at(),
            "'" + name + "' is not a name in Java, but mappers are named after the " + what,
            "write letters, digits and _ only, and begin with a letter");
      }
    }
  }

  private Map<String, Text> texts(Entry entry, String what) {
    Map<String, Text> texts = new LinkedHashMap<>();
    yaml.entries(entry.value(), what)
        .forEach((key, value) -> text(value).ifPresent(text -> texts.put(key, text)));
    return texts;
  }

  private List<Text> list(Map<String, Entry> entries, String key) {
    return optional(entries, key)
        .map(entry -> yaml.texts(entry.value(), "'" + key + "'"))
        .orElse(List.of());
  }

  private Optional<Text> text(Entry entry) {
    return yaml.text(entry.value(), "'" + entry.key() + "'");
  }

  private static Optional<Entry> optional(Map<String, Entry> entries, String key) {
    return Optional.ofNullable(entries.get(key));
  }
}
