package dev.shelftwin.wire;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.Error;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaLocation;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SchemaRegistryConfig;
import com.networknt.schema.dialect.Dialects;
import dev.shelftwin.document.ApiDocument;
import dev.shelftwin.document.ApiSchema;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.trial.End;
import dev.shelftwin.trial.EndMissing;
import dev.shelftwin.trial.EndRefusal;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.reflect.Type;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * JSON that must be as a document of the users describes it (JSON Schema 2020-12, formats
 * included).
 */
public final class DescribedEnd implements End {

  private static final ObjectMapper JSON = new ObjectMapper();

  private final End json;
  private final Schema schema;
  private final ApiSchema described;
  private final Map<String, String> fields;
  private final String document;

  /**
   * An end for the objects of one type.
   *
   * @param json writes and reads them
   * @param document describes them
   * @param name of the schema
   * @param fields the fields of the type by the names of their properties, where those are others
   * @throws InputException if the schema cannot be used
   */
  public DescribedEnd(End json, ApiDocument document, String name, Map<String, String> fields) {
    this(
        json,
        schema(document, name),
        document.schema(name).orElseThrow(),
        fields,
        Objects.toString(document.file().getFileName(), "the document"));
  }

  private DescribedEnd(
      End json, Schema schema, ApiSchema described, Map<String, String> fields, String document) {
    this.json = Objects.requireNonNull(json, "json");
    this.schema = schema;
    this.described = described;
    this.fields = Map.copyOf(fields);
    this.document = document;
  }

  private static Schema schema(ApiDocument document, String name) {
    SchemaRegistryConfig config =
        SchemaRegistryConfig.builder().formatAssertionsEnabled(true).locale(Locale.ROOT).build();
    String file = document.file().toAbsolutePath().normalize().toUri().toString();
    try {
      return SchemaRegistry.withDefaultDialect(
              document.isOpenApi30() ? Dialects.getOpenApi30() : Dialects.getDraft202012(),
              registry -> registry.schemaRegistryConfig(config).schemas(DescribedEnd::text))
          .getSchema(SchemaLocation.of(file + document.pointer(name)));
    } catch (RuntimeException unusable) {
      throw new InputException(
          document.place(name),
          "the schema " + name + " cannot be used: " + unusable.getMessage(),
          "correct it");
    }
  }

  private static @Nullable String text(String iri) {
    try {
      return iri.startsWith("file:") ? Files.readString(Path.of(URI.create(iri))) : null;
    } catch (IOException unread) {
      throw new UncheckedIOException(unread);
    }
  }

  @Override
  public String name() {
    return json.name();
  }

  @Override
  public End declaredAs(Type type) {
    return new DescribedEnd(json.declaredAs(type), schema, described, fields, document);
  }

  @Override
  public Passage pass(Object object) {
    Passage passage = json.pass(object);
    List<Error> errors = errors(passage.text());
    if (!errors.isEmpty()) {
      Error first = errors.get(0);
      throw refusal(property(first), document + " does not allow it: " + first.getMessage());
    }
    checkSpelling(passage.text());
    return passage;
  }

  /** A validator lets pass a property that the document has in another spelling only. */
  private void checkSpelling(String text) {
    for (String name : names(text)) {
      described
          .property(name)
          .filter(other -> !described.isOpen() && !other.equals(name))
          .ifPresent(
              other -> {
                throw refusal(name, document + " calls it '" + other + "', and not '" + name + "'");
              });
    }
  }

  private static Set<String> names(String text) {
    try {
      return JSON.readTree(text).properties().stream()
          .map(Map.Entry::getKey)
          .collect(Collectors.toSet());
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private EndRefusal refusal(String property, String reason) {
    return new EndRefusal(fields.getOrDefault(property, property), reason, null);
  }

  private List<Error> errors(String text) {
    try {
      return schema.validate(text, InputFormat.JSON);
    } catch (RuntimeException unusable) {
      throw new EndMissing(unusable(unusable), unusable);
    }
  }

  /** A schema can be wrong in ways that show only when it is used, such as in a pattern. */
  private String unusable(RuntimeException why) {
    return "no schema: " + document + " cannot be used: " + why.getMessage();
  }

  /** The outermost property; a missing one is named beside its object. */
  private static String property(Error error) {
    boolean isOfWhole = error.getInstanceLocation().getNameCount() == 0;
    return isOfWhole
        ? Objects.requireNonNullElse(error.getProperty(), "")
        : String.valueOf(error.getInstanceLocation().getElement(0));
  }

  @Override
  public void close() {
    json.close();
  }
}
