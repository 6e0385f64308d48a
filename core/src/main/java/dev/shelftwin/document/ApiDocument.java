package dev.shelftwin.document;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import java.nio.file.Path;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;

/**
 * A document that describes transfer types: an API description (OpenAPI 3.0 or 3.1, schemas below
 * {@code components}) or a JSON Schema (2020-12, schemas below {@code $defs}), as YAML or JSON.
 */
public final class ApiDocument {

  private final DocumentFiles files;
  private final Path file;
  private final String parent;
  private final Map<String, Node> schemas;

  private ApiDocument(DocumentFiles files, Path file, String parent, Map<String, Node> schemas) {
    this.files = files;
    this.file = file;
    this.parent = parent;
    this.schemas = schemas;
  }

  /**
   * Reads a document and the files that it refers to.
   *
   * @throws InputException if the file cannot be read, or if it is no such document
   */
  public static ApiDocument read(Path file) {
    DocumentFiles files = new DocumentFiles();
    Node root = files.root(file);
    boolean isApi = Nodes.text(root, "openapi").filter(text -> text.startsWith("3.")).isPresent();
    boolean isSchema =
        Nodes.get(root, "$schema").isPresent() || Nodes.get(root, "$defs").isPresent();
    if (!isApi && !isSchema) {
      throw new InputException(
          Nodes.place(root),
          "this is no OpenAPI 3 document and no JSON Schema",
          "begin it with 'openapi: 3.1.0', or with '$schema' and the schemas below '$defs'");
    }
    String parent = isApi ? "/components/schemas" : "/$defs";
    Map<String, Node> schemas = new LinkedHashMap<>();
    Nodes.at(root, parent)
        .filter(MappingNode.class::isInstance)
        .ifPresent(all -> schemas.putAll(Nodes.entries(all)));
    return new ApiDocument(files, file, parent, schemas);
  }

  /** The names of its schemas, in order. */
  public Set<String> names() {
    return schemas.keySet();
  }

  /** The schema of that name. */
  public Optional<ApiSchema> schema(String name) {
    return Optional.ofNullable(schemas.get(name)).map(node -> ApiSchema.of(node, files));
  }

  /**
   * The names of a schema and of everything that it refers to; empty if there is no such schema.
   */
  public Set<String> usedBy(String name) {
    Set<Node> reached = Collections.newSetFromMap(new IdentityHashMap<>());
    Optional.ofNullable(schemas.get(name)).ifPresent(node -> files.reach(node, reached));
    return schemas.entrySet().stream()
        .filter(entry -> reached.contains(entry.getValue()))
        .map(Map.Entry::getKey)
        .collect(Collectors.toSet());
  }

  /** The references of its schemas that lead nowhere; what does not use them can be used. */
  List<InputError> errors() {
    return files.unreachable(schemas.values());
  }

  /** The references that lead nowhere, of a schema and of everything that it refers to. */
  public List<InputError> errors(String name) {
    return files.unreachable(List.of(Objects.requireNonNull(schemas.get(name), name)));
  }

  /** The place where a schema begins. */
  public Place place(String name) {
    return Nodes.place(Objects.requireNonNull(schemas.get(name), name));
  }

  /**
   * Whether it is an API description of the older version, whose schemas are not the standard's.
   */
  public boolean isOpenApi30() {
    return Nodes.text(files.root(file), "openapi")
        .filter(text -> text.startsWith("3.0"))
        .isPresent();
  }

  /** The address of a schema within the document (RFC 6901, §6). */
  public String pointer(String name) {
    return "#" + parent + "/" + name.replace("~", "~0").replace("/", "~1");
  }

  /** The file that was read. */
  public Path file() {
    return file;
  }
}
