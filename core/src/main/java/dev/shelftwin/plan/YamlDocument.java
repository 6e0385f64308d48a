package dev.shelftwin.plan;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.Nearest;
import dev.shelftwin.shape.Place;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.lowlevel.Compose;
import org.snakeyaml.engine.v2.common.FlowStyle;
import org.snakeyaml.engine.v2.exceptions.Mark;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.CollectionNode;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;
import org.snakeyaml.engine.v2.nodes.Tag;

/**
 * A YAML document (YAML 1.2.2) as nodes with places. Every error is kept, so that one reading
 * reports them all.
 */
final class YamlDocument {

  /** A name in Java (JLS §3.8). */
  static final String IDENTIFIER = "[\\p{L}_$][\\p{L}\\p{N}_$]*";

  /** More than any plan needs; aliases that expand to more are an attack or a mistake. */
  private static final int MOST_NODES = 200_000;

  private final String file;
  private final Map<String, List<String>> lines = new HashMap<>();
  private final List<InputError> errors = new ArrayList<>();
  private final List<PlanNote> notes = new ArrayList<>();
  private final Node root;

  /**
   * Reads a document.
   *
   * @throws InputException where it is no YAML, repeats a key, or refers to itself
   */
  YamlDocument(String file, String text) {
    this.file = file;
    lines.put(file, text.lines().toList());
    this.root = compose(text);
    inspect(root, Collections.newSetFromMap(new IdentityHashMap<>()), new int[1]);
    throwIfWrong();
  }

  Node root() {
    return root;
  }

  /** Adds the lines of an included document, which places in it show. */
  void add(YamlDocument part) {
    lines.putAll(part.lines);
  }

  void throwIfWrong() {
    if (!errors.isEmpty()) {
      throw new InputException(errors);
    }
  }

  int errorCount() {
    return errors.size();
  }

  void error(Place at, String message, String remedy) {
    errors.add(new InputError(at, message, remedy));
  }

  Place place(Node node) {
    return node.getStartMark().map(this::place).orElseGet(() -> Place.in(file));
  }

  /** Notes a hint about the text; it does not prevent reading. */
  void note(Place at, String message) {
    notes.add(new PlanNote(at, message));
  }

  List<PlanNote> notes() {
    return List.copyOf(notes);
  }

  /** The entry of a key; an error if there is none. */
  Optional<Entry> required(Map<String, Entry> entries, String key, Node owner) {
    if (!entries.containsKey(key)) {
      error(place(owner), "'" + key + "' is missing here", "add '" + key + ":'");
    }
    return Optional.ofNullable(entries.get(key));
  }

  /** The entries of a mapping by key; an error and none where it is something else. */
  Map<String, Entry> entries(Node node, String what) {
    Map<String, Entry> entries = new LinkedHashMap<>();
    if (node instanceof MappingNode mapping) {
      for (NodeTuple tuple : mapping.getValue()) {
        Text key = new Text(keyOf(tuple.getKeyNode()), place(tuple.getKeyNode()));
        entries.put(key.value(), new Entry(key, tuple.getValueNode()));
      }
    } else {
      error(place(node), what + " takes keys with values", "write it as 'key: value'");
    }
    return entries;
  }

  /** An error for each key that is not among the known ones. */
  void refuseOthers(Map<String, Entry> entries, Collection<String> known, String what) {
    for (Entry entry : entries.values()) {
      if (!known.contains(entry.key().value())) {
        unknown(entry.key(), known, what);
      }
    }
  }

  void unknown(Text name, Collection<String> known, String what) {
    error(name.at(), what + " has no '" + name + "'", Nearest.remedy(name.value(), known));
  }

  /** A text that is not empty. */
  Optional<Text> text(Node node, String what) {
    if (node instanceof ScalarNode scalar && scalar.getTag().equals(Tag.STR)) {
      String value = scalar.getValue().strip();
      if (CONTROL.matcher(value).find()) {
        error(place(node), what + " has a control character", "write the text without it");
        return Optional.empty();
      }
      if (!value.isEmpty()) {
        return Optional.of(new Text(value, place(node)));
      }
    }
    error(
        place(node),
        what + " takes a text",
        "write a word or a sentence, in quotes if it looks like a number");
    return Optional.empty();
  }

  /** A list of texts, or one text alone. */
  List<Text> texts(Node node, String what) {
    List<Text> texts = new ArrayList<>();
    if (node instanceof SequenceNode sequence) {
      sequence.getValue().forEach(item -> text(item, what).ifPresent(texts::add));
      if (texts.isEmpty()) {
        error(place(node), what + " lists nothing", "name at least one, or leave it out");
      }
    } else {
      text(node, what).ifPresent(texts::add);
    }
    return texts;
  }

  /** The items of a list. */
  List<Node> items(Node node, String what) {
    if (node instanceof SequenceNode sequence) {
      return sequence.getValue();
    }
    error(place(node), what + " takes a list", "begin each item with '- '");
    return List.of();
  }

  /**
   * A scalar by the core schema (YAML 1.2.2, §10.3): text, whole number, number, truth, or empty.
   */
  Optional<Object> scalar(Node node, String what) {
    if (node instanceof ScalarNode scalar) {
      String value = scalar.getValue();
      if (scalar.getTag().equals(Tag.NULL)) {
        return Optional.empty();
      }
      if (scalar.getTag().equals(Tag.BOOL)) {
        return Optional.of(Boolean.valueOf(value));
      }
      return Optional.of(number(scalar.getTag(), value));
    }
    error(place(node), what + " takes one value", "write a text, a number, true, false or null");
    return Optional.empty();
  }

  private static Object number(Tag tag, String value) {
    try {
      if (tag.equals(Tag.INT)) {
        return Long.valueOf(value);
      }
      if (tag.equals(Tag.FLOAT)) {
        return Double.valueOf(value);
      }
    } catch (NumberFormatException otherNotation) {
      return value;
    }
    return value;
  }

  /** Where an entry can be added to a mapping; empty for other nodes. */
  Optional<InsertionPoint> nextEntry(Node node) {
    if (!(node instanceof MappingNode mapping) || mapping.getValue().isEmpty()) {
      return Optional.empty();
    }
    NodeTuple last = mapping.getValue().get(mapping.getValue().size() - 1);
    if (mapping.getFlowStyle() == FlowStyle.FLOW) {
      return last.getValueNode()
          .getEndMark()
          .map(
              end ->
                  new InsertionPoint(end.getName(), end.getLine() + 1, end.getColumn() + 1, ", "));
    }
    return Optional.of(afterLine(node, "\n" + " ".repeat(column(node))));
  }

  /** Where an item can be added to a list in block style; empty for other nodes. */
  Optional<InsertionPoint> nextItem(Node node) {
    boolean block = node instanceof SequenceNode list && list.getFlowStyle() == FlowStyle.BLOCK;
    return block ? Optional.of(afterLine(node, "\n" + " ".repeat(column(node)))) : Optional.empty();
  }

  /**
   * Where something can be added below a key that a mapping in block style does not have yet.
   *
   * @param indent the indentation below the key
   */
  Optional<InsertionPoint> nextEntry(Node node, String key, int indent) {
    if (!(node instanceof MappingNode mapping) || mapping.getFlowStyle() == FlowStyle.FLOW) {
      return Optional.empty();
    }
    String margin = " ".repeat(column(node));
    String prefix = "\n" + margin + key + "\n" + margin + " ".repeat(indent);
    return Optional.of(afterLine(node, prefix));
  }

  /** Behind the last line of a node. */
  private InsertionPoint afterLine(Node node, String prefix) {
    int line = lastLine(node);
    String name = file(node);
    return new InsertionPoint(name, line + 1, line(name, line).length() + 1, prefix);
  }

  /** A line of a file, counted from 0; empty behind its end. */
  private String line(String name, int number) {
    List<String> all = lines.getOrDefault(name, List.of());
    return number < all.size() ? all.get(number) : "";
  }

  private static String file(Node node) {
    return node.getStartMark().map(Mark::getName).orElse("");
  }

  private static int column(Node node) {
    return node.getStartMark().map(Mark::getColumn).orElse(0);
  }

  /** The last line of a node, counted from 0; the end mark lies behind comments that follow. */
  static int lastLine(Node node) {
    List<Node> inner = new ArrayList<>();
    if (node instanceof MappingNode map) {
      for (NodeTuple tuple : map.getValue()) {
        inner.add(tuple.getKeyNode());
        inner.add(tuple.getValueNode());
      }
    } else if (node instanceof SequenceNode list) {
      inner.addAll(list.getValue());
    }
    boolean flow =
        node instanceof CollectionNode<?> collection && collection.getFlowStyle() == FlowStyle.FLOW;
    if (inner.isEmpty() || flow) {
      Optional<Mark> end = node.getEndMark();
      // A node that ends at the beginning of a line was complete in the line before.
      return end.map(mark -> mark.getColumn() == 0 ? mark.getLine() - 1 : mark.getLine()).orElse(0);
    }
    return inner.stream()
        .filter(one -> file(one).equals(file(node)))
        .mapToInt(YamlDocument::lastLine)
        .max()
        .orElse(0);
  }

  /** Control characters other than line ends and tabs. */
  private static final Pattern CONTROL = Pattern.compile("[\\p{Cntrl}&&[^\\r\\n\\t]]");

  private Node compose(String text) {
    LoadSettings settings = LoadSettings.builder().setLabel(file).setUseMarks(true).build();
    try {
      return new Compose(settings)
          .composeString(text)
          .orElseThrow(
              () ->
                  new InputException(
                      Place.in(file), "the plan is empty", "begin it with 'shelf-twin: 1'"));
    } catch (MarkedYamlEngineException broken) {
      Place at = broken.getProblemMark().map(this::place).orElseGet(() -> Place.in(file));
      throw new InputException(
          at, "this is no YAML: " + broken.getProblem(), "correct the plan here or just above");
    } catch (StackOverflowError deep) {
      throw new InputException(
          Place.in(file),
          "the plan nests values too deeply to be read",
          "write it with fewer brackets within brackets");
    } catch (YamlEngineException refused) {
      throw new InputException(
          Place.in(file),
          "the plan cannot be read: " + refused.getMessage(),
          "write out what its aliases repeat");
    }
  }

  /** Looks for what composing lets pass: keys that stand twice, aliases that grow without end. */
  private void inspect(Node node, Set<Node> open, int[] seen) {
    if (++seen[0] > MOST_NODES) {
      throw new InputException(
          place(node),
          "the plan's aliases repeat more than " + MOST_NODES + " values",
          "write out what they repeat");
    }
    if (node instanceof CollectionNode<?> && !open.add(node)) {
      throw new InputException(
          place(node), "an alias refers to what it stands in", "write out what it means");
    }
    if (node instanceof MappingNode mapping) {
      Set<String> keys = new HashSet<>();
      for (NodeTuple tuple : mapping.getValue()) {
        String key = keyOf(tuple.getKeyNode());
        if (!keys.add(key)) {
          error(
              place(tuple.getKeyNode()),
              "the key '" + key + "' stands twice here",
              "keep one of the two");
        }
        inspect(tuple.getValueNode(), open, seen);
      }
    } else if (node instanceof SequenceNode sequence) {
      sequence.getValue().forEach(item -> inspect(item, open, seen));
    }
    open.remove(node);
  }

  static String keyOf(Node node) {
    return node instanceof ScalarNode scalar ? scalar.getValue() : node.getTag().getValue();
  }

  private Place place(Mark mark) {
    int line = mark.getLine();
    return new Place(mark.getName(), line + 1, mark.getColumn() + 1, line(mark.getName(), line));
  }

  /** A key and its value. */
  record Entry(Text key, Node value) {}
}
