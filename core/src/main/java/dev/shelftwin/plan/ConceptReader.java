package dev.shelftwin.plan;

import dev.shelftwin.plan.YamlDocument.Entry;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;

/** Reads one concept of a plan: its shapes, its rows and its omissions. */
final class ConceptReader {

  private final YamlDocument yaml;
  private final List<Layer> layers;

  ConceptReader(YamlDocument yaml, List<Layer> layers) {
    this.yaml = yaml;
    this.layers = layers;
  }

  /** The concept; empty where its shapes are wrong, which is an error. */
  Optional<Concept> read(Entry concept) {
    Text name = concept.key();
    Map<String, Entry> entries = yaml.entries(concept.value(), "a concept");
    List<String> known =
        Stream.concat(
                layers.stream().map(Layer::name),
                Stream.of("fields", "omits", "direct", "existing-mappers"))
            .toList();
    yaml.refuseOthers(entries, known, "the concept " + name);
    int before = yaml.errorCount();
    List<ShapeUse> shapes = new ArrayList<>();
    for (Layer layer : layers) {
      if (entries.containsKey(layer.name())) {
        shapes.addAll(shapes(layer, entries.get(layer.name())));
      }
    }
    checkCounts(name, shapes);
    if (yaml.errorCount() > before) {
      return Optional.empty(); // every row about a shape that was not read would be an error too
    }
    checkBuild(shapes);
    List<Row> rows =
        Optional.ofNullable(entries.get("fields"))
            .map(entry -> rows(entry, shapes))
            .orElse(List.of());
    List<Omission> omissions =
        Optional.ofNullable(entries.get("omits"))
            .map(entry -> omissions(entry, shapes))
            .orElse(List.of());
    List<Direct> directs =
        Optional.ofNullable(entries.get("direct"))
            .map(entry -> directs(entry, shapes))
            .orElse(List.of());
    List<ExistingMapper> existing =
        Optional.ofNullable(entries.get("existing-mappers"))
            .map(entry -> existing(entry, shapes))
            .orElse(List.of());
    return Optional.of(
        new Concept(
            name.value(),
            shapes,
            rows,
            omissions,
            directs,
            existing,
            name.at(),
            rowEnd(concept, entries)));
  }

  /** The end of the rows; the end of the concept if it has none. */
  private Optional<InsertionPoint> rowEnd(Entry concept, Map<String, Entry> entries) {
    return Optional.ofNullable(entries.get("fields"))
        .map(fields -> yaml.nextItem(fields.value()))
        .orElseGet(() -> yaml.nextEntry(concept.value(), "fields:", 2));
  }

  private void checkCounts(Text name, List<ShapeUse> shapes) {
    for (Role role : List.of(Role.DOMAIN, Role.PERSISTENCE)) {
      List<ShapeUse> ofRole =
          shapes.stream().filter(shape -> shape.layer().role() == role).toList();
      if (ofRole.size() > 1) {
        yaml.error(
            ofRole.get(1).at(),
            name + " has two shapes with the role " + role.key(),
            "keep one, and describe the other as a concept of its own");
      }
    }
    if (shapes.stream().allMatch(shape -> shape.layer().role() == Role.TRANSFER)) {
      yaml.error(
          name.at(),
          name + " has no shape in a layer with the role domain or persistence",
          "name the type that stands for it there");
    }
  }

  private List<ShapeUse> shapes(Layer layer, Entry entry) {
    Node node = entry.value();
    if (!(node instanceof MappingNode)) {
      return yaml.text(node, "a shape").stream()
          .map(type -> new ShapeUse(layer, type.value(), Direction.BOTH, type.at()))
          .toList();
    }
    Map<String, Entry> entries = yaml.entries(node, "a shape");
    if (entries.containsKey("type")) {
      yaml.refuseOthers(entries, with("type", "build"), "a shape");
      return type(layer, entries);
    }
    if (layer.role() != Role.TRANSFER) {
      yaml.error(
          yaml.place(node),
          "only transfer types have a direction",
          "write the type's name alone, or '{ type: Name }'");
      return List.of();
    }
    List<ShapeUse> shapes = new ArrayList<>();
    entries.values().forEach(shape -> directed(layer, shape).ifPresent(shapes::add));
    return shapes;
  }

  private static List<String> with(String... words) {
    return Stream.concat(Stream.of(words), DescriptionReader.WORDS.stream()).toList();
  }

  private Optional<TypeDescription> description(Map<String, Entry> words) {
    return new DescriptionReader(yaml, layers).description(words);
  }

  private List<ShapeUse> type(Layer layer, Map<String, Entry> entries) {
    Map<String, Text> build = new LinkedHashMap<>();
    Optional.ofNullable(entries.get("build"))
        .map(entry -> yaml.entries(entry.value(), "'build'"))
        .orElse(Map.of())
        .forEach(
            (from, entry) ->
                yaml.text(entry.value(), "'build'")
                    .ifPresent(
                        creator -> build.put(from, new Text(creator.value(), entry.key().at()))));
    return yaml.text(entryValue(entries, "type"), "'type'").stream()
        .map(
            type ->
                new ShapeUse(
                    layer, type.value(), Direction.BOTH, build, description(entries), type.at()))
        .toList();
  }

  private static Node entryValue(Map<String, Entry> entries, String key) {
    return Optional.ofNullable(entries.get(key)).orElseThrow().value();
  }

  private Optional<ShapeUse> directed(Layer layer, Entry shape) {
    boolean isDescribed = shape.value() instanceof MappingNode;
    Map<String, Entry> words =
        isDescribed ? yaml.entries(shape.value(), "a described type") : Map.of();
    yaml.refuseOthers(words, with("direction"), "a described type");
    Optional<Text> word =
        isDescribed
            ? yaml.required(words, "direction", shape.value())
                .flatMap(entry -> yaml.text(entry.value(), "a direction"))
            : yaml.text(shape.value(), "a direction");
    Optional<Direction> direction =
        word.flatMap(
            text ->
                Arrays.stream(Direction.values())
                    .filter(candidate -> candidate.key().equals(text.value()))
                    .findFirst());
    if (word.isPresent() && direction.isEmpty()) {
      List<String> known = Arrays.stream(Direction.values()).map(Direction::key).toList();
      yaml.unknown(word.get(), known, "a direction");
    }
    return direction.map(
        way ->
            new ShapeUse(
                layer, shape.key().value(), way, Map.of(), description(words), shape.key().at()));
  }

  /** The names that a plan may use for shapes: simple, and as written. */
  static List<String> names(Stream<ShapeUse> shapes) {
    return shapes.flatMap(shape -> Stream.of(shape.simpleName(), shape.type())).distinct().toList();
  }

  private void checkBuild(List<ShapeUse> shapes) {
    List<String> known = names(shapes.stream());
    for (ShapeUse shape : shapes) {
      shape
          .build()
          .forEach(
              (from, creator) -> {
                if (!known.contains(from)) {
                  yaml.unknown(new Text(from, creator.at()), known, "the concept");
                }
              });
    }
  }

  private List<Row> rows(Entry fields, List<ShapeUse> shapes) {
    RowReader reader = new RowReader(yaml, shapes);
    Map<String, Row> named = new LinkedHashMap<>();
    List<Row> rows = new ArrayList<>();
    for (Node item : yaml.items(fields.value(), "'fields'")) {
      rows.addAll(reader.read(item));
    }
    for (Row row : rows) {
      row.names()
          .forEach(
              (key, field) -> {
                Row earlier = named.putIfAbsent(key + "." + field, row);
                if (earlier != null) {
                  yaml.error(
                      field.at(),
                      key + "." + field + " has a row already, at line " + earlier.at().line(),
                      "join the two rows");
                }
              });
    }
    return rows;
  }

  private List<ExistingMapper> existing(Entry entry, List<ShapeUse> shapes) {
    List<ExistingMapper> existing = new ArrayList<>();
    for (Entry hop : yaml.entries(entry.value(), "'existing-mappers'").values()) {
      ends(hop.key())
          .ifPresent(
              ends -> {
                Text from = ends.from();
                Text to = ends.to();
                List<Text> methods = yaml.texts(hop.value(), "'" + hop.key() + "'");
                boolean fromShape = isShape(from, shapes);
                boolean toShape = isShape(to, shapes);
                if (fromShape && toShape) {
                  existing.add(new ExistingMapper(from, to, methods, hop.key().at()));
                }
              });
    }
    return existing;
  }

  private boolean isShape(Text name, List<ShapeUse> shapes) {
    boolean known = shapes.stream().anyMatch(shape -> ExistingMapper.names(name.value(), shape));
    if (!known) {
      yaml.unknown(name, names(shapes.stream()), "the concept");
    }
    return known;
  }

  /** The two types of a hop; empty where there are not two, which is an error. */
  private Optional<Direct> ends(Text text) {
    List<String> ends = List.of(text.value().split("\\s*->\\s*", -1));
    if (ends.size() != 2) {
      yaml.error(
          text.at(),
          "'" + text + "' does not lead from one type to another",
          "write it like 'FiringRow -> FiringCard'");
      return Optional.empty();
    }
    return Optional.of(
        new Direct(new Text(ends.get(0), text.at()), new Text(ends.get(1), text.at())));
  }

  private List<Direct> directs(Entry entry, List<ShapeUse> shapes) {
    List<Direct> directs = new ArrayList<>();
    for (Text text : yaml.texts(entry.value(), "'direct'")) {
      ends(text)
          .ifPresent(
              direct -> {
                boolean fromRow = end(shapes, direct.from(), Role.PERSISTENCE);
                boolean toResponse = end(shapes, direct.to(), Role.TRANSFER);
                if (fromRow && toResponse) {
                  directs.add(direct);
                }
              });
    }
    return directs;
  }

  private boolean end(List<ShapeUse> shapes, Text name, Role role) {
    List<String> known =
        names(
            shapes.stream()
                .filter(shape -> shape.layer().role() == role)
                .filter(shape -> role == Role.PERSISTENCE || shape.direction().goesOut()));
    if (!known.contains(name.value())) {
      yaml.unknown(name, known, role == Role.PERSISTENCE ? "the concept's store" : "what goes out");
      return false;
    }
    return true;
  }

  private List<Omission> omissions(Entry omits, List<ShapeUse> shapes) {
    List<String> known = names(shapes.stream());
    List<Omission> omissions = new ArrayList<>();
    Map<String, Entry> entries = yaml.entries(omits.value(), "'omits'");
    yaml.refuseOthers(entries, known, "the concept");
    for (Entry entry : entries.values()) {
      Map<String, Entry> omission = yaml.entries(entry.value(), "an omission");
      yaml.refuseOthers(omission, List.of("fields", "because"), "an omission");
      if (!omission.containsKey("fields") || !omission.containsKey("because")) {
        yaml.error(
            entry.key().at(),
            "an omission needs 'fields' and 'because'",
            "write '{ fields: [name], because: the reason }'");
        continue;
      }
      List<Text> fields = yaml.texts(entryValue(omission, "fields"), "'fields'");
      yaml.text(entryValue(omission, "because"), "'because'")
          .ifPresent(because -> omissions.add(new Omission(entry.key(), fields, because)));
    }
    return omissions;
  }
}
