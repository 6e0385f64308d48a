package dev.shelftwin.plan;

import dev.shelftwin.plan.YamlDocument.Entry;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/** Adds the parts of a plan that stand in files of their own. */
final class PlanIncludes {

  /** The word of a plan that names its parts. */
  static final String KEY = "include";

  /** What a part may have, besides its version and parts of its own. */
  private static final List<String> PARTS =
      List.of("layers", "signatures", "concepts", "types", "samples", "instances");

  /** The keys of a concept whose entries are merged if several files have them. */
  private static final List<String> LISTS =
      List.of("fields", "omits", "direct", "existing-mappers");

  private final YamlDocument yaml;
  private final Set<Path> read = new HashSet<>();

  PlanIncludes(YamlDocument yaml) {
    this.yaml = yaml;
  }

  /**
   * The root of a plan with all parts in it.
   *
   * @param file the plan's file, to whose folder the names of its parts are relative
   */
  Node merged(String file, Node root) {
    Map<String, Entry> entries = yaml.entries(root, "a plan");
    @Nullable Entry include = entries.get(KEY);
    if (include == null) {
      return root;
    }
    Node merged = root;
    Path folder = Objects.requireNonNullElse(Path.of(file).getParent(), Path.of(""));
    read.add(Path.of(file).toAbsolutePath().normalize());
    for (Text name : yaml.texts(include.value(), "'" + KEY + "'")) {
      Optional<Node> part = part(folder, name);
      if (part.isPresent()) {
        merged = merged(merged, part.get(), Level.PLAN);
      }
    }
    return merged;
  }

  /** The root of a part, with the parts that it names itself; empty if it was read before. */
  private Optional<Node> part(Path folder, Text name) {
    try {
      Path file = folder.resolve(name.value());
      if (!read.add(file.toAbsolutePath().normalize())) {
        return Optional.empty();
      }
      YamlDocument part =
          new YamlDocument(file.toString(), Files.readString(file, StandardCharsets.UTF_8));
      yaml.add(part);
      Map<String, Entry> entries = yaml.entries(part.root(), "a part of a plan");
      for (Entry entry : entries.values()) {
        String key = entry.key().value();
        if (!PARTS.contains(key) && !List.of("shelf-twin", KEY).contains(key)) {
          yaml.error(
              entry.key().at(),
              "a part of a plan has no '" + key + "'",
              "write it in the plan that includes this one");
        }
      }
      PlanReader.checkVersion(yaml, entries.get("shelf-twin"), part.root());
      return Optional.of(merged(file.toString(), part.root()));
    } catch (IOException | InvalidPathException unreadable) {
      yaml.error(
          name.at(),
          "the part of the plan cannot be read: " + name,
          "correct its name; it is relative to the folder of this file");
      return Optional.empty();
    }
  }

  /** What is merged if two files have it. */
  private enum Level {
    PLAN,
    CONCEPTS,
    CONCEPT,
    ENTRIES;

    /** The level below a key; empty where only one file may have the key. */
    Optional<Level> below(String key) {
      return switch (this) {
        case PLAN -> Optional.of(key.equals("concepts") ? CONCEPTS : ENTRIES);
        case CONCEPTS -> Optional.of(CONCEPT);
        case CONCEPT -> LISTS.contains(key) ? Optional.of(ENTRIES) : Optional.empty();
        case ENTRIES -> Optional.empty();
      };
    }
  }

  private Node merged(Node one, Node other, Level level) {
    if (one instanceof SequenceNode list
        && other instanceof SequenceNode more
        && level == Level.ENTRIES) {
      List<Node> all = new ArrayList<>(list.getValue());
      all.addAll(more.getValue());
      return new SequenceNode(
          list.getTag(), true, all, list.getFlowStyle(), list.getStartMark(), list.getEndMark());
    }
    if (one instanceof MappingNode map && other instanceof MappingNode more) {
      return merged(map, more, level);
    }
    yaml.error(
        yaml.place(other),
        "this is also at " + yaml.place(one) + ", and the two cannot be merged",
        "write it in one of the two files");
    return one;
  }

  private Node merged(MappingNode map, MappingNode more, Level level) {
    Map<String, NodeTuple> all = new LinkedHashMap<>();
    map.getValue().forEach(tuple -> all.put(YamlDocument.keyOf(tuple.getKeyNode()), tuple));
    for (NodeTuple tuple : more.getValue()) {
      String key = YamlDocument.keyOf(tuple.getKeyNode());
      @Nullable NodeTuple known = all.get(key);
      if (level == Level.PLAN && !PARTS.contains(key)) {
        continue; // its version, its own parts, and what was said to be wrong
      }
      Optional<Level> below = level.below(key);
      if (known == null) {
        all.put(key, tuple);
      } else if (below.isPresent()) {
        Node joined = merged(known.getValueNode(), tuple.getValueNode(), below.get());
        all.put(key, new NodeTuple(known.getKeyNode(), joined));
      } else {
        yaml.error(
            yaml.place(tuple.getKeyNode()),
            "'" + key + "' is also at " + yaml.place(known.getKeyNode()),
            "write it in one of the two files");
      }
    }
    List<NodeTuple> tuples = new ArrayList<>(all.values());
    return new MappingNode(
        map.getTag(), true, tuples, map.getFlowStyle(), map.getStartMark(), map.getEndMark());
  }
}
