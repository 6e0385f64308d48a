package dev.shelftwin.plan;

import java.nio.file.Path;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * The document that describes the transfer types of a layer.
 *
 * @param file its path, from the folder of the plan
 * @param schemas the names of schemas by the types that the plan names; other types are described
 *     by the schema of their simple name
 */
public record Description(Text file, Map<String, Text> schemas) {

  public Description {
    Objects.requireNonNull(file, "file");
    schemas = Collections.unmodifiableMap(new LinkedHashMap<>(schemas));
  }

  /** The path of the document. */
  public Path path() {
    return Path.of(file.at().file()).resolveSibling(file.value());
  }

  /** The name of the schema of a type; empty if the type has type arguments and no name. */
  public Optional<String> schema(ShapeUse use) {
    Optional<String> named =
        schemas.entrySet().stream()
            .filter(entry -> use.isNamed(entry.getKey()))
            .map(entry -> entry.getValue().value())
            .findFirst();
    return named.or(() -> use.hasArguments() ? Optional.empty() : Optional.of(use.simpleName()));
  }
}
