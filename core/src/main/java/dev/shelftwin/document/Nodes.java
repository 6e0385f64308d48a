package dev.shelftwin.document;

import dev.shelftwin.shape.Place;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/** Reads what nodes of a YAML document have, without complaints about what is something else. */
final class Nodes {

  private Nodes() {}

  static Map<String, Node> entries(Node node) {
    Map<String, Node> entries = new LinkedHashMap<>();
    if (node instanceof MappingNode mapping) {
      for (NodeTuple tuple : mapping.getValue()) {
        if (tuple.getKeyNode() instanceof ScalarNode key) {
          entries.put(key.getValue(), tuple.getValueNode());
        }
      }
    }
    return entries;
  }

  static Optional<Node> get(Node node, String key) {
    return Optional.ofNullable(entries(node).get(key));
  }

  static Optional<String> text(Node node, String key) {
    return get(node, key).flatMap(Nodes::text);
  }

  static Optional<String> text(Node node) {
    return node instanceof ScalarNode scalar ? Optional.of(scalar.getValue()) : Optional.empty();
  }

  static boolean isTrue(Node node, String key) {
    return text(node, key).filter("true"::equals).isPresent();
  }

  static List<Node> items(Node node) {
    return node instanceof SequenceNode list ? list.getValue() : List.of();
  }

  /** The texts of a list, or one text alone. */
  static List<String> texts(Node node, String key) {
    return get(node, key).stream()
        .flatMap(value -> Stream.concat(text(value).stream(), texts(value)))
        .toList();
  }

  private static Stream<String> texts(Node list) {
    return items(list).stream().flatMap(item -> text(item).stream());
  }

  /** The node at a JSON Pointer (RFC 6901, §4). */
  static Optional<Node> at(Node root, String pointer) {
    Optional<Node> found = Optional.of(root);
    for (String step : pointer.split("/", -1)) {
      String name = step.replace("~1", "/").replace("~0", "~");
      if (!name.isEmpty()) {
        found =
            found.flatMap(
                node ->
                    node instanceof SequenceNode list && name.matches("\\d{1,6}")
                        ? list.getValue().stream().skip(Integer.parseInt(name)).findFirst()
                        : get(node, name));
      }
    }
    return found;
  }

  static Place place(Node node) {
    return node.getStartMark()
        .map(mark -> new Place(mark.getName(), mark.getLine() + 1, mark.getColumn() + 1, ""))
        .orElseGet(() -> Place.in(""));
  }
}
