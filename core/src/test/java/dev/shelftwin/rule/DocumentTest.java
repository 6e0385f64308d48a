package dev.shelftwin.rule;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Transfer types against the document that describes them. */
class DocumentTest {

  private static final String PLAN =
      Project.LAYERS.replace(
              "package: coop.kiln.api }", "package: coop.kiln.api, document: api.yaml }")
          + """
        Glaze:
          model: Glaze
          api: { GlazeView: out, NewGlaze: in }
      """;

  private static final String TYPES =
      """
      package coop.kiln.model;
      public enum Finish { GLOSSY, MATT }
      package coop.kiln.model;
      public record Material(String name, int percent) {}
      package coop.kiln.model;
      import java.util.*;
      public record Glaze(String code, Optional<String> note, Finish finish, long sold, int weight,
          java.time.Instant mixed, java.math.BigDecimal price, List<Material> recipe) {}
      package coop.kiln.api;
      public record MaterialView(String name, int percent) {}
      package coop.kiln.api;
      public enum FinishWord { GLOSSY, MATT }
      package coop.kiln.api;
      import java.util.*;
      import jakarta.validation.constraints.*;
      public record GlazeView(@NotNull @Size(max = 8) String code, Optional<String> note,
          FinishWord finish, long sold, int weight, java.time.Instant mixed,
          java.math.BigDecimal price, List<MaterialView> recipe) {}
      package coop.kiln.api;
      import java.util.*;
      import jakarta.validation.constraints.*;
      public record NewGlaze(@NotNull @Size(max = 8) String code, Optional<String> note,
          @NotNull FinishWord finish, long sold, @Max(900) @NotNull Integer weight,
          @NotNull java.time.Instant mixed, java.math.BigDecimal price, List<MaterialView> recipe) {}
      """;

  private static final String API =
      """
      openapi: 3.1.0
      info: { title: glazes, version: "1" }
      components:
        schemas:
          Glaze:
            type: object
            required: [code, finish, mixed, weight]
            properties:
              code: { type: string, maxLength: 8 }
              note: { type: [string, "null"] }
              finish: { $ref: '#/components/schemas/Finish' }
              sold: { type: integer, format: int64 }
              weight: { type: integer, maximum: 900 }
              mixed: { type: string, format: date-time }
              price: { type: number }
              recipe: { type: array, items: { $ref: '#/components/schemas/MaterialView' } }
          GlazeView:
            allOf:
              - { $ref: '#/components/schemas/Glaze' }
              - { required: [recipe] }
          NewGlaze: { $ref: '#/components/schemas/Glaze' }
          Finish: { type: string, enum: [GLOSSY, MATT] }
          MaterialView:
            type: object
            properties: { name: { type: string }, percent: { type: integer } }
      """;

  @TempDir Path folder;
  private Project project;

  @BeforeEach
  void begin() {
    project = new Project(folder).instead(PLAN, TYPES);
  }

  private List<Finding> check(String document) throws IOException {
    Files.writeString(folder.resolve("api.yaml"), document);
    return project.check().stream().filter(one -> isOfDocuments(one.rule())).toList();
  }

  private static boolean isOfDocuments(RuleId rule) {
    return rule.key().contains("document");
  }

  @Test
  void aDocumentThatAgreesIsSilent() throws IOException {
    assertThat(check(API)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "code: { type: string, maxLength: 8 }|code: { type: string, maxLength: 9 }"
            + "|NewGlaze.code takes at most 8 characters, and the document allows 9.",
        "code: { type: string, maxLength: 8 }|code: { type: string, maxLength: 7 }"
            + "|GlazeView.code may have 8 characters, and the document allows 7.",
        "code: { type: string, maxLength: 8 }|code: { type: string }"
            + "|NewGlaze.code takes at most 8 characters, and the document allows any number.",
        "code: { type: string, maxLength: 8 }|code: { type: integer }"
            + "|GlazeView.code is string in JSON, and the document says integer.",
        "required: [code, |required: [|NewGlaze.code is required, and the document lets callers leave it out.",
        "[string, \"null\"]|string|",
        "required: [code,|required: [note, code,|",
        "note: { type: [string, \"null\"] }|other: { type: string }"
            + "|The document has no property for GlazeView.note, which is sent.",
        "note: { type: [string, \"null\"] }|note: {}\\n        extra: { type: string }"
            + "|The document describes 'extra', and NewGlaze does not read it.",
        "enum: [GLOSSY, MATT]|enum: [GLOSSY]|GlazeView.finish may be MATT, which the document does not list.",
        "enum: [GLOSSY, MATT]|enum: [GLOSSY, MATT, SATIN]"
            + "|The document allows SATIN, which NewGlaze.finish cannot be.",
        "enum: [GLOSSY, MATT]|enum: [glossy, matt]|",
        "format: int64|format: int32|GlazeView.sold is Long, and the document allows 32 bits (int32).",
        "maximum: 900|maximum: 901|NewGlaze.weight is at most 900, and the document allows more.",
        "maximum: 900|exclusiveMaximum: 900|",
        "format: date-time|format: date"
            + "|GlazeView.mixed has the format date-time, and the document says date.",
        "price: { type: number }|price: { type: string }|",
        "price: { type: number }|price: { type: integer }"
            + "|GlazeView.price is number in JSON, and the document says integer.",
        "price: { type: number }|price: { type: number, writeOnly: true }"
            + "|GlazeView.price is sent, and the document says that it is only read (writeOnly).",
        "price: { type: number }|price: { type: number, readOnly: true }"
            + "|NewGlaze.price is read, and the document says that it is only sent (readOnly).",
        "type: array, items: { $ref: '#/components/schemas/MaterialView' }|type: array, items: { type: string }"
            + "|An element of GlazeView.recipe is object in JSON, and the document says string.",
        "percent: { type: integer }|percent: { type: string }"
            + "|MaterialView.percent is integer in JSON, and the document says string.",
      })
  void whatDiffersIsFoundOnce(String find, String put, String message) throws IOException {
    String changed = API.replace(find, put.replace("\\n", "\n"));
    assertThat(changed).isNotEqualTo(API);
    List<String> messages = check(changed).stream().map(Finding::message).toList();
    assertThat(messages).isEqualTo(messages.stream().distinct().toList());
    if (message == null) {
      assertThat(messages).isEmpty();
    } else {
      assertThat(messages).contains(message);
    }
  }

  @Test
  void typesAndSchemasWithoutCounterpartsAreFound() throws IOException {
    String renamed = API.replace("    NewGlaze:", "    GlazeRequest:");
    assertThat(check(renamed))
        .extracting(finding -> finding.rule() + " " + finding.message())
        .containsExactly(
            "DOCUMENT_DRIFT api.yaml has no schema NewGlaze, which NewGlaze needs.",
            "DOCUMENT_DRIFT The schema GlazeRequest describes no type of the layer api.");
    project.with(
        "document: api.yaml", "document: { file: api.yaml, schemas: { NewGlaze: GlazeRequest } }");
    assertThat(check(renamed)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "openapi: 3.1.0|swagger: 2.0|1|this is no OpenAPI 3 document and no JSON Schema.",
        "schemas/Finish'|schemas/Colour'|11|nothing is at #/components/schemas/Colour.",
        "'#/components/schemas/Finish'|other.yaml|11|nothing is at other.yaml.",
        "required: [code|required: [[code|8|this is neither YAML nor JSON: expected ',' or ']'",
      },
      quoteCharacter = '~')
  void aDocumentThatCannotBeReadIsAFindingAtItsPlace(
      String find, String put, int line, String message) throws IOException {
    assertThat(check(API.replace(find, put)))
        .singleElement()
        .satisfies(
            unread -> {
              assertThat(unread.rule()).isEqualTo(RuleId.UNREAD_DOCUMENT);
              assertThat(unread.message()).startsWith(message);
              assertThat(unread.at().file()).endsWith("api.yaml");
              assertThat(unread.at().line()).isEqualTo(line);
            });
  }

  @Test
  void aJsonSchemaInAnotherFileIsRead() throws IOException {
    Files.writeString(
        folder.resolve("parts.json"),
        """
        { "$defs": { "Finish": { "enum": ["GLOSSY"] } } }
        """);
    String schema =
        API.replace("components:", "$defs:")
            .replace("  schemas:\n", "")
            .replace("openapi: 3.1.0", "$schema: https://json-schema.org/draft/2020-12/schema")
            .replace("components/schemas", "$defs")
            .replace("'#/$defs/Finish'", "'parts.json#/$defs/Finish'");
    assertThat(check(schema))
        .extracting(Finding::message)
        .contains("GlazeView.finish may be MATT, which the document does not list.");
  }

  @Test
  void alternativesAreNotGuessed() throws IOException {
    assertThat(
            check(
                API.replace(
                    "price: { type: number }",
                    "price: { oneOf: [{ type: string }, { type: boolean }] }")))
        .isEmpty();
    assertThat(
            check(
                API.replace(
                    "price: { type: number }",
                    "price: { anyOf: [{ type: string, format: date }, { type: \"null\" }] }")))
        .isEmpty();
    assertThat(
            check(
                API.replace(
                    "price: { type: number }",
                    "price: { anyOf: [{ type: boolean }, { type: \"null\" }] }")))
        .extracting(Finding::message)
        .contains("GlazeView.price is number in JSON, and the document says boolean.");
  }

  @Test
  void aReferenceThatLeadsNowhereLeavesTheRestComparable() throws IOException {
    String broken =
        API.replace("schemas/Finish' }", "schemas/Colour' }")
            .replace("type: number", "type: integer");
    assertThat(check(broken))
        .extracting(finding -> finding.rule() + " " + finding.message())
        .contains(
            "UNREAD_DOCUMENT nothing is at #/components/schemas/Colour.",
            "DOCUMENT_MISMATCH GlazeView.price is number in JSON, and the document says integer.");
    assertThat(check(API + "paths:\n  /glazes: { $ref: 'https://example.test/glazes' }\n"))
        .as("what no schema needs")
        .isEmpty();
  }

  /** Whether a time or a long number is a text or a number is a setting of the JSON library. */
  @Test
  void whatTheJsonLibraryDecidesIsNotJudged() throws IOException {
    assertThat(
            check(
                API.replace(
                        "mixed: { type: string, format: date-time }", "mixed: { type: integer }")
                    .replace("sold: { type: integer, format: int64 }", "sold: { type: string }")))
        .isEmpty();
  }
}
