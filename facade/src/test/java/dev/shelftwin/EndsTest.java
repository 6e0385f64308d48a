package dev.shelftwin;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static dev.shelftwin.testkit.Trials.divergences;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.shelftwin.convert.Loss;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.generate.BeanDomainTest;
import dev.shelftwin.generate.ChangeTest;
import dev.shelftwin.ledger.ColumnLosses;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.EndMissing;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.RowLoads;
import dev.shelftwin.trial.Snapshot;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialResult;
import dev.shelftwin.wire.JsonEnd;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.lang.reflect.Type;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Stream;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Routes to the real ends: JSON through Jackson, rows through a JPA provider and H2. */
@Execution(ExecutionMode.CONCURRENT)
class EndsTest {

  private static final String TABLE = "GlazeRow->GlazeRow@table";

  @TempDir Path folder;

  @Test
  void everyRouteLeadsToItsEnds() {
    TrialResult result = trial(project());
    assertThat(result.routes())
        .extracting(route -> String.join(" ", route.route()))
        .containsExactly(
            "Glaze GlazeRow GlazeRow@table Glaze",
            "GlazeRow Glaze GlazeRow",
            "Glaze GlazeView GlazeView@wire",
            "NewGlaze NewGlaze@wire Glaze",
            "NewGlaze NewGlaze@wire Glaze GlazeRow GlazeRow@table Glaze GlazeView GlazeView@wire");
    assertThat(divergences(result)).isEmpty();
    assertThat(result.held()).isTrue();
  }

  /** A field of all layers, its column, what the table does to it, and the column's real type. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      textBlock =
          """
          java.time.Instant       | `@Column`                                    | rounded  | timestamp(6) with time zone
          java.time.Instant       | `@Column(secondPrecision = 0)`               | rounded  | timestamp(0) with time zone
          java.time.LocalDateTime | `@Column`                                    | rounded  | timestamp(6)
          java.math.BigDecimal    | `@Column`                                    | rounded  | numeric(38,2)
          java.math.BigDecimal    | `@Column(precision = 20, scale = 1)`         | rounded  | numeric(20,1)
          String                  | `@Column(columnDefinition = "char(40)", length = 40)` | padded | character(40)
          String                  | `@jakarta.validation.constraints.Size(max = 40) @Column(columnDefinition = "varchar_ignorecase(5)")` | refused | varchar_ignorecase(5)
          """)
  void reportsWhatATableDoesToAValue(String type, String column, String kind, String columnType) {
    Project extra = extra(type, column);
    TrialResult result = trial(extra);
    Divergence divergence =
        divergences(result).stream()
            .filter(found -> found.hop().equals(TABLE))
            .findFirst()
            .orElseThrow(() -> new AssertionError(result));
    assertThat(divergence.field()).isEqualTo("GlazeRow.extra");
    assertThat(predicted(extra)).as("what the ledger did not predict").isNotEmpty();
    assertThat(divergence.kind().key()).isEqualTo(kind);
    if (!kind.equals("refused")) {
      Snapshot atTable = divergence.snapshots().get(divergence.snapshots().size() - 1);
      assertThat(atTable.resolved()).isEqualTo("GlazeRow@table");
      assertThat(atTable.values())
          .filteredOn(value -> value.field().equals("extra"))
          .extracting(Snapshot.Value::type)
          .containsExactly(columnType);
    } else {
      assertThat(divergence.after()).contains("Value too long for column");
    }
  }

  /** A request may be anything that its type allows; only what a mapper made is validated. */
  @Test
  void whatAMapperMadeMustBeAsTheDocumentDescribesIt() throws IOException {
    Files.writeString(
        folder.resolve("api.yaml"),
        """
        openapi: 3.1.0
        components:
          schemas:
            GlazeView:
              type: object
              required: [code, price]
              properties: { code: { type: string }, finish: { $ref: 'parts.json#/Word' } }
            NewGlaze: { type: object, properties: { code: { type: string, maxLength: 1 } } }
        """);
    Files.writeString(
        folder.resolve("parts.json"),
        """
        { "Word": { "type": "string", "maxLength": 5 } }
        """);
    Project described =
        project().with("package: coop.kiln.api }", "package: coop.kiln.api, document: api.yaml }");
    assertThat(divergences(trial(described)))
        .allMatch(divergence -> divergence.hop().equals("GlazeView->GlazeView@wire"))
        .extracting(Divergence::kind, Divergence::field)
        .containsOnly(
            tuple(Divergence.Kind.REFUSED, "GlazeView"),
            tuple(Divergence.Kind.REFUSED, "GlazeView.finish"));
    Files.writeString(
        folder.resolve("parts.json"),
        """
        { "Word": { "type": "string" } }
        """);
    String api = Files.readString(folder.resolve("api.yaml"));
    Files.writeString(
        folder.resolve("api.yaml"),
        api.replace("required: [code, price]", "required: [code]")
            .replace(
                "properties: { code: { type: string },", "properties: { code: {}, food_safe: {},"));
    assertThat(divergences(trial(described)))
        .as("a property that is written in another spelling than the document's")
        .extracting(Divergence::field)
        .containsOnly("GlazeView.foodSafe");
    Files.writeString(folder.resolve("api.yaml"), api);
    for (String unusable : List.of("[", "{ \"Word\": { \"pattern\": \"[\" } }")) {
      Files.writeString(folder.resolve("parts.json"), unusable);
      assertThat(trial(described).routes())
          .filteredOn(route -> !route.outcome().equals(Outcome.HELD))
          .extracting(route -> route.route().get(route.route().size() - 1), RouteResult::outcome)
          .containsOnly(tuple("GlazeView@wire", Outcome.REFUSED));
    }
  }

  private Project tagged() {
    return project()
        .with(
            "  boolean foodSafe;",
            "  boolean foodSafe;\n  @ElementCollection java.util.Set<String> tags = new java.util.HashSet<>();")
        .with(
            "Optional<String> note) {}",
            "Optional<String> note,\n    java.util.Set<String> tags) {}")
        .with(
            "public record GlazeView(", "public record GlazeView(\n    java.util.Set<String> tags,")
        .with(
            "public record NewGlaze(", "public record NewGlaze(\n    java.util.Set<String> tags,");
  }

  @Test
  void aRelationThatIsReadRowByRowIsNoted() {
    TrialResult result = trial(tagged(), 120);
    assertThat(result.held()).isTrue();
    assertThat(result.routes())
        .flatMap(route -> route.loads().stream().toList())
        .containsExactly(
            new RowLoads(100, 1, 1, 100, List.of("GlazeRow.tags"), "LazyInitializationException"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "package: coop.kiln.store }|package: coop.kiln.store, accept: { row-by-row: fetched } }",
        "@ElementCollection|@ElementCollection(fetch = FetchType.EAGER)",
      })
  void whatIsAcceptedOrReadAtOnceIsNotNoted(String find, String put) {
    assertThat(trial(tagged().with(find, put), 20).routes())
        .flatMap(route -> route.loads().stream().toList())
        .singleElement()
        .satisfies(loads -> assertThat(loads.walked()).isEmpty());
  }

  /** A mapper that people wrote hands on the collection of the provider. */
  @Test
  void aCollectionOfTheProviderMustNotReachTheDomain() {
    Project leaking =
        tagged()
            .with("  boolean foodSafe;\n", "  public boolean foodSafe;\n")
            .java(
                """
                package coop.kiln.store;
                import coop.kiln.model.*;
                import java.util.Optional;
                public class Glazes {
                  public static Glaze glaze(GlazeRow row) {
                    return new Glaze(
                        new GlazeCode(row.code), row.label, row.foodSafe, Finish.valueOf(row.finish),
                        Optional.ofNullable(row.note), row.tags);
                  }
                }
                """)
            .with(
                "    fields:\n",
                "    existing-mappers: { GlazeRow -> Glaze: coop.kiln.store.Glazes.glaze }\n    fields:\n");
    assertThat(divergences(trial(leaking)))
        .first()
        .extracting(Divergence::kind, Divergence::field, Divergence::hop)
        .containsExactly(Divergence.Kind.LEAKED, "Glaze.tags", "GlazeRow->Glaze");
  }

  @Test
  void aTypeThatAllowsMoreThanItsColumnIsSampledInFullLength() {
    Project project =
        project().with("if (value.isBlank()) {", "if (value.isBlank() || value.length() > 120) {");
    assertThat(divergences(trial(project)))
        .first()
        .matches(divergence -> divergence.hop().equals(TABLE), "at the table")
        .extracting(Divergence::field, Divergence::kind)
        .containsExactly("GlazeRow.code", Divergence.Kind.REFUSED);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          java.time.LocalDate
          java.util.UUID
          Integer
          Long
          Boolean
          java.time.Duration
          coop.kiln.model.Finish
          """)
  void valuesThatATableKeepsHold(String type) {
    Project extra = extra(type, "@Column");
    assertThat(divergences(trial(extra))).isEmpty();
    assertThat(predicted(extra)).isEmpty();
  }

  @Test
  void theTextOnTheWireIsPartOfTheEvidence() {
    Project project =
        project()
            .with("public record GlazeView(", "public record GlazeView(@" + JSON + "JsonIgnore")
            .with(
                "    String code,\n    String name,\n    boolean foodSafe,\n    String finish,\n    String note) {}\npackage coop.kiln.api;\npublic record NewGlaze(",
                " String code,\n    String name,\n    boolean foodSafe,\n    String finish,\n    String note) {}\npackage coop.kiln.api;\npublic record NewGlaze(");
    Divergence lost = divergences(trial(project)).get(0);
    assertThat(lost.hop()).isEqualTo("GlazeView->GlazeView@wire");
    assertThat(lost.field()).isEqualTo("GlazeView.code");
    assertThat(lost.kind()).isEqualTo(Divergence.Kind.MISSING);
    assertThat(lost.snapshots().get(2).text()).startsWith("{\"name\":").doesNotContain("\"code\"");
  }

  private static final String JSON = "com.fasterxml.jackson.annotation.";

  @Test
  void annotationsOfTheWireAreHonoured() {
    Project project =
        project()
            .with(
                "public record NewGlaze(\n    String code,",
                "public record NewGlaze(\n    @"
                    + JSON
                    + "JsonProperty(\"glaze_code\") String code,");
    assertThat(trial(project).held()).isTrue();
  }

  @Test
  void aTypeThatCannotBeReadBackIsRefusedAtTheWire() {
    Project project =
        project()
            .java(
                """
                package coop.kiln.api;
                public final class Shade {
                  private final String value;
                  private Shade(String value) { this.value = value; }
                  public static Shade shade(String value) { return new Shade(value); }
                  public String getValue() { return value; }
                }
                """)
            .with(
                "public record GlazeView(\n    String code,\n    String name,",
                "public record GlazeView(\n    String code,\n    Shade name,");
    Divergence refused = divergences(trial(project)).get(0);
    assertThat(refused.hop()).isEqualTo("GlazeView->GlazeView@wire");
    assertThat(refused.field()).isEqualTo("GlazeView.name");
    assertThat(refused.kind()).isEqualTo(Divergence.Kind.REFUSED);
    assertThat(refused.after()).contains("Cannot construct instance");
  }

  /** What is written as a text, or never becomes so large, is kept. */
  @ParameterizedTest
  @CsvSource({
    "long, double, true",
    "long, exact, false",
    "@com.fasterxml.jackson.annotation.JsonFormat(shape = STRING) long, double, false",
    "int, double, false",
    "java.math.BigInteger, double, true"
  })
  void aNumberThatBrowsersRoundIsFound(String shown, String numbers, boolean rounded) {
    String type = shown.replaceFirst(".* ", "");
    Project project =
        project()
            .importing("static com.fasterxml.jackson.annotation.JsonFormat.Shape.STRING")
            .with(
                "String note;",
                "String note;\n  @Column(nullable = false, precision = 19, scale = 0) "
                    + type
                    + " grains;")
            .with("Optional<String> note) {}", "Optional<String> note, " + type + " grains) {}")
            .with(
                "    String note) {}\npackage",
                "    String note, " + shown + " grains) {}\npackage")
            .with(
                "    String note) {}\n",
                "    String note, @jakarta.validation.constraints.NotNull "
                    + type
                    + " grains) {}\n")
            .plan("wire: { numbers: " + numbers + " }\n");
    List<Divergence> found =
        divergences(trial(project)).stream()
            .filter(divergence -> divergence.hop().endsWith("GlazeView@wire"))
            .toList();
    assertThat(found).hasSize(rounded ? 1 : 0);
    assertThat(found)
        .allSatisfy(divergence -> assertThat(divergence.field()).isEqualTo("GlazeView.grains"));
  }

  @Test
  void textsStayAsTheyAreWhereNumbersAreRounded() {
    List<Object> sent =
        new ArrayList<>(
            List.of("\"\\ 9007199254740993 ".repeat(50_000), 9007199254740993L, -1.25e-7));
    assertThat(new JsonEnd().withDoubleNumbers().pass(sent).object())
        .isEqualTo(List.of(sent.get(0), 9007199254740992L, -1.25e-7));
  }

  @Test
  void aMapperOfTheUsersOwnIsUsed() {
    String mapper =
        """
        package coop.kiln;
        import com.fasterxml.jackson.databind.*;
        import com.fasterxml.jackson.databind.json.JsonMapper;
        public final class Json {
          private Json() {}
          public static ObjectMapper mapper() {
            return JsonMapper.builder()
                .propertyNamingStrategy(PropertyNamingStrategies.SNAKE_CASE)
                .addMixIn(coop.kiln.api.GlazeView.class, Hidden.class)
                .build();
          }
          interface Hidden {
            @com.fasterxml.jackson.annotation.JsonIgnore String code();
          }
          public static String nothing() { throw new IllegalStateException("the wire is down"); }
        }
        """;
    Project project = project().java(mapper).plan("wire: coop.kiln.Json.mapper\n");
    assertThat(divergences(trial(project)))
        .isNotEmpty()
        .allSatisfy(divergence -> assertThat(divergence.hop()).endsWith("@wire"));
    assertThatThrownBy(() -> trial(project.with("Json.mapper\n", "Json.nothing\n")))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("the wire is down")
        .hasMessageContaining("return an ObjectMapper");
  }

  @Test
  void aRejectedEntityRefusesOnlyItsOwnRoutes() {
    TrialResult result = trial(project().with("@Id @GeneratedValue Long id;", "Long id;"));
    assertThat(result.routes())
        .filteredOn(route -> route.route().contains("GlazeRow@table"))
        .hasSize(2)
        .allSatisfy(
            route -> {
              assertThat(route.outcome()).isEqualTo(Outcome.REFUSED);
              assertThat(route.reason().orElseThrow())
                  .startsWith("no table: ")
                  .contains("GlazeRow")
                  .contains("identifier");
            });
    assertThat(result.routes())
        .filteredOn(route -> !route.route().contains("GlazeRow@table"))
        .extracting(RouteResult::outcome)
        .containsOnly(Outcome.HELD);
  }

  @Test
  void reportsFieldAndHopOfAConverterThatThrows() {
    Project project =
        extra("String", "@Convert(converter = coop.kiln.store.Codec.class)")
            .java(
                """
                package coop.kiln.store;
                import jakarta.persistence.*;
                public class Codec implements AttributeConverter<String, String> {
                  public String convertToDatabaseColumn(String value) {
                    throw new IllegalStateException("the codec is lost");
                  }
                  public String convertToEntityAttribute(String value) { return value; }
                }
                """);
    Divergence refused = divergences(trial(project)).get(0);
    assertThat(refused.hop()).isEqualTo(TABLE);
    assertThat(refused.field()).isEqualTo("GlazeRow.extra");
    assertThat(refused.kind()).isEqualTo(Divergence.Kind.REFUSED);
    assertThat(refused.after()).contains("the codec is lost");
  }

  @Test
  void aRelationToATypeThatIsNoEntityRefusesItsRoutes() {
    Project project =
        project()
            .java("package coop.kiln.other;\npublic class KilnRow { Long id; }\n")
            .with("String note;", "String note;\n  @ManyToOne coop.kiln.other.KilnRow kiln;")
            .row("{ store: kiln, stays: not told yet }");
    assertThat(trial(project).routes())
        .filteredOn(route -> route.route().contains("GlazeRow@table"))
        .extracting(route -> route.reason().orElseThrow())
        .isNotEmpty()
        .allSatisfy(reason -> assertThat(reason).contains("GlazeRow.kiln").contains("KilnRow"));
  }

  @Test
  void reportsTheRelationToAMissingType() {
    Project project =
        project().with("String note;", "String note;\n  @ManyToOne coop.kiln.other.KilnRow kiln;");
    assertThatThrownBy(() -> trial(project))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("GlazeRow.java:12:")
        .hasMessageContaining("coop.kiln.other");
  }

  @Test
  void callbacksRunAndStoreFieldsAreNotCompared() {
    Project project =
        project()
            .with(
                "protected GlazeRow() {}",
                "@Column(nullable = false) java.time.Instant createdAt;\n"
                    + "  @PrePersist void created() { createdAt = java.time.Instant.now(); }\n"
                    + "  protected GlazeRow() {}")
            .row("{ store: createdAt, is: audit, stays: written by the row itself }");
    assertThat(trial(project).held()).isTrue();
  }

  /** A new row begins with a version of its own, whatever was sent. */
  @Test
  void aVersionThatCallersSeeIsSetByTheTable() {
    Project project =
        project()
            .with(
                "{ store: version, is: version, stays: optimistic lock }",
                "{ model: version, accept: { leaked-version: callers send it back } }")
            .with("Optional<String> note) {}", "Optional<String> note,\n    int version) {}")
            .with("public record GlazeView(", "public record GlazeView(\n    int version,")
            .with("public record NewGlaze(", "public record NewGlaze(\n    int version,");
    assertHeld(trial(project));
  }

  /** Counting updates does not keep anybody from writing over what somebody else has written. */
  @Test
  void aVersionThatKeepsNoUpdateAwayIsFound() {
    Project project =
        project()
            .with("@Version int version;", "int version;\n  @PreUpdate void next() { version++; }");
    assertThat(divergences(trial(project)))
        .extracting(Divergence::hop, Divergence::field, Divergence::after)
        .containsExactly(
            tuple("Glaze->GlazeRow", "GlazeRow.version", "an update that overwrites the first"));
  }

  /** What the users have writes their objects, also if it is older than what comes with us. */
  @Test
  void anOlderJsonLibraryIsUsed() throws IOException {
    List<Path> classPath = new ArrayList<>();
    try (Stream<Path> jars = Files.list(Path.of("target/older-json"))) {
      jars.forEach(classPath::add);
    }
    classPath.addAll(Twins.code().classPath());
    Project beans =
        project()
            .instead(
                """
                shelf-twin: 1
                name: kilns
                code: { sources: src }
                layers:
                  store: { role: persistence, package: coop.kiln.store }
                  api: { role: transfer, package: coop.kiln.api }
                concepts:
                  Kiln: { store: KilnRow, api: KilnDto }
                """,
                """
                package coop.kiln.store;
                public class KilnRow { public String code; public java.time.LocalDate fired; }
                package coop.kiln.api;
                public class KilnDto { public String code; public java.time.LocalDate fired; }
                """);
    Path plan = beans.write().planFile();
    TrialOptions options = new TrialOptions(11, 20, Set.of(), OptionalInt.empty(), true);
    try (ShelfTwin twin = ShelfTwin.open(plan, new CodeOptions(List.of(), List.of(), classPath))) {
      assertHeld(twin.trial(options)).anyMatch(route -> route.contains("KilnDto@wire"));
    }
  }

  /** Jars of several versions of one library do not fit each other. */
  @Test
  void aJsonLibraryThatDoesNotWorkRefusesOnlyItsRoutes() throws IOException {
    Path old = Files.createDirectories(folder.resolve("old"));
    Path source = folder.resolve("ObjectMapper.java");
    Files.writeString(
        source, "package com.fasterxml.jackson.databind; public class ObjectMapper {}");
    ToolProvider.getSystemJavaCompiler()
        .run(null, null, null, "-d", old.toString(), source.toString());
    List<Path> classPath = new ArrayList<>(List.of(old));
    classPath.addAll(Twins.code().classPath());
    Path plan = project().write().planFile();
    TrialOptions options = new TrialOptions(11, 5, Set.of(), OptionalInt.empty(), true);
    try (ShelfTwin twin = ShelfTwin.open(plan, new CodeOptions(List.of(), List.of(), classPath))) {
      assertThat(twin.trial(options).routes())
          .extracting(
              route -> route.route().stream().anyMatch(stop -> stop.endsWith("@wire")),
              RouteResult::outcome)
          .contains(tuple(false, Outcome.HELD), tuple(true, Outcome.REFUSED))
          .doesNotContain(tuple(true, Outcome.HELD), tuple(false, Outcome.REFUSED));
      assertThat(twin.trial(options).routes())
          .extracting(route -> route.reason().orElse(""))
          .anyMatch(
              reason ->
                  reason.startsWith("no JSON: a library refuses: java.lang.NoSuchMethodError")
                      && reason.endsWith("one version of all jars of the library"));
    }
  }

  /** Some only show it when an object is written. */
  @Test
  void aJsonLibraryThatDoesNotWorkIsToldFromTheUsersCode() {
    assertThatThrownBy(() -> refusing("com.fasterxml.jackson.databind.ObjectWriter").pass("clay"))
        .isInstanceOf(EndMissing.class)
        .hasMessageStartingWith("no JSON: a library refuses: java.lang.NoSuchMethodError: gone")
        .hasMessageEndingWith("one version of all jars of the library");
    assertThatThrownBy(() -> refusing("coop.kiln.api.KilnView").pass("clay"))
        .isInstanceOf(NoSuchMethodError.class);
  }

  private static JsonEnd refusing(String at) {
    NoSuchMethodError gone = new NoSuchMethodError("gone");
    gone.setStackTrace(new StackTraceElement[] {new StackTraceElement(at, "write", null, -1)});
    return new JsonEnd(
        new ObjectMapper() {
          private static final long serialVersionUID = 1L;

          @Override
          public JavaType constructType(Type type) {
            throw gone;
          }
        });
  }

  @Test
  void nothingIsPrintedOnStandardOutput() {
    PrintStream before = System.out;
    ByteArrayOutputStream printed = new ByteArrayOutputStream();
    System.setOut(new PrintStream(printed, true, StandardCharsets.UTF_8));
    try {
      trial(project());
    } finally {
      System.setOut(before);
    }
    assertThat(printed.toString(StandardCharsets.UTF_8)).isEmpty();
  }

  /** What the ledger says the new field's column may lose. */
  private static Set<Loss> predicted(Project project) {
    return project.run(
        twin ->
            ColumnLosses.of(
                twin.ledger()
                    .concepts()
                    .get(0)
                    .outer()
                    .get(0)
                    .shape()
                    .field("extra")
                    .orElseThrow()));
  }

  /** What the plan accepts is no divergence, on all steps to which the value comes. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      textBlock =
          """
          java.math.BigDecimal    | `@Column(precision = 20, scale = 1)`
          java.time.LocalDateTime | `@Column`
          """)
  void anAcceptedLossIsNoDivergence(String type, String column) {
    Project extra = extra(type, column);
    assertThat(trial(extra).held()).isFalse();
    extra.row("{ store: extra, accept: { lossy-conversion: enough for us } }");
    assertThat(trial(extra).held()).isTrue();
    List<Finding> findings = Twins.run(extra, twin -> twin.check().findings());
    assertThat(findings).extracting(finding -> finding.rule().key()).doesNotContain("stale-row");
  }

  private Project project() {
    return new Project(folder);
  }

  /** The glazes with one field more in every layer. */
  private Project extra(String type, String column) {
    return project()
        .with("String note;", "String note;\n  " + column + " " + type + " extra;")
        .with(
            "Optional<String> note) {}",
            "Optional<String> note,\n    Optional<" + type + "> extra) {}")
        .with("public record GlazeView(", "public record GlazeView(\n    " + type + " extra,")
        .with("public record NewGlaze(", "public record NewGlaze(\n    " + type + " extra,");
  }

  private static TrialResult trial(Project project) {
    return trial(project, 60);
  }

  private static TrialResult trial(Project project, int samples) {
    TrialOptions options = new TrialOptions(11, samples, Set.of(), OptionalInt.empty(), true);
    return Twins.run(project, twin -> twin.trial(options));
  }

  @Test
  void findsJsonThatCannotDistinguishClearedFromAbsent() {
    Project forgetful =
        ChangeTest.glazes(folder)
            .plan("wire: coop.kiln.api.Json.mapper\n")
            .java(
                """
                package coop.kiln.api;
                import com.fasterxml.jackson.databind.ObjectMapper;
                public final class Json {
                  private Json() {}
                  public static ObjectMapper mapper() { return new ObjectMapper().findAndRegisterModules(); }
                }
                """);
    TrialOptions options = new TrialOptions(3, 60, Set.of("Glaze"), OptionalInt.empty(), true);
    assertThat(Twins.run(forgetful, twin -> twin.trial(options)).routes())
        .filteredOn(route -> route.route().contains("ChangeGlaze@wire"))
        .singleElement()
        .extracting(RouteResult::divergences)
        .satisfies(all -> assertThat(all).extracting(Divergence::after).contains("(cleared)"));
  }

  @Test
  void onlyTheTableRoundsTheTimesOfBeans() {
    assertThat(divergences(trial(BeanDomainTest.project(folder))))
        .extracting(Divergence::field, divergence -> divergence.kind().key())
        .containsOnly(tuple("BatchRow.mixed", "rounded"));
  }
}
