package dev.shelftwin.document;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import java.io.IOException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.lowlevel.Compose;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.Node;

/** The file of a document and the files that its references name. */
final class DocumentFiles {

  private static final String REFERENCE = "$ref";

  private final Map<Path, Node> roots = new HashMap<>();

  /**
   * The root of a file.
   *
   * @throws InputException if it cannot be read
   */
  Node root(Path file) {
    Path normal = file.normalize();
    Node known = roots.get(normal);
    if (known != null) {
      return known;
    }
    Node root = read(normal);
    roots.put(normal, root);
    return root;
  }

  private static Node read(Path file) {
    String name = file.toString();
    LoadSettings settings = LoadSettings.builder().setLabel(name).setUseMarks(true).build();
    try {
      return new Compose(settings)
          .composeString(Files.readString(file))
          .orElseThrow(() -> unreadable(name, "it is empty"));
    } catch (IOException failure) {
      throw unreadable(
          name, Files.exists(file) ? String.valueOf(failure.getMessage()) : "no such file");
    } catch (MarkedYamlEngineException broken) {
      Place at =
          broken
              .getProblemMark()
              .map(mark -> new Place(name, mark.getLine() + 1, mark.getColumn() + 1, ""))
              .orElseGet(() -> Place.in(name));
      throw new InputException(
          at, "this is neither YAML nor JSON: " + broken.getProblem(), "correct it here");
    } catch (YamlEngineException | StackOverflowError refused) {
      throw unreadable(name, String.valueOf(refused.getMessage()));
    }
  }

  private static InputException unreadable(String file, String why) {
    return new InputException(
        Place.in(file), "the document cannot be read: " + why, "correct 'document' in the plan");
  }

  /** The node that a node refers to; empty if it refers to none, or if that is not there. */
  Optional<Node> referenced(Node node) {
    return Nodes.text(node, REFERENCE).flatMap(reference -> resolve(node, reference));
  }

  /** Whether a node refers to something that is not there. */
  boolean isBroken(Node node) {
    return Nodes.text(node, REFERENCE).isPresent() && referenced(node).isEmpty();
  }

  private Optional<Node> resolve(Node from, String reference) {
    int hash = reference.indexOf('#');
    String file = hash < 0 ? reference : reference.substring(0, hash);
    String pointer = hash < 0 ? "" : reference.substring(hash + 1);
    try {
      Path own = Path.of(Nodes.place(from).file());
      Path target = file.isEmpty() ? own : own.resolveSibling(file);
      return Nodes.at(root(target), URLDecoder.decode(pointer, StandardCharsets.UTF_8));
    } catch (InputException | InvalidPathException absent) {
      return Optional.empty();
    }
  }

  /** Adds a node, everything below it, and everything that is referred to from there. */
  void reach(Node node, Set<Node> reached) {
    if (reached.add(node)) {
      referenced(node).ifPresent(target -> reach(target, reached));
      Nodes.entries(node).values().forEach(value -> reach(value, reached));
      Nodes.items(node).forEach(item -> reach(item, reached));
    }
  }

  /** An error for each reference that leads nowhere, in nodes and in what they refer to. */
  List<InputError> unreachable(Collection<Node> nodes) {
    Set<Node> reached = Collections.newSetFromMap(new IdentityHashMap<>());
    nodes.forEach(node -> reach(node, reached));
    return reached.stream()
        .filter(node -> isBroken(node))
        .map(
            node ->
                new InputError(
                    Nodes.place(node),
                    "nothing is at " + Nodes.text(node, REFERENCE).orElseThrow(),
                    "correct the reference; only files are read, nothing is fetched"))
        .sorted(Comparator.comparing(error -> error.at().line()))
        .toList();
  }
}
