package dev.shelftwin.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is written or said in Java is read as the same plan. */
class PlanWriterTest {

  /** Everything that a plan can say, with texts that YAML takes for something else. */
  private static final String EVERYTHING =
      """
      shelf-twin: 1
      name: "kiln: the 2nd, 'new' one # really"
      code: { classes: [a, b c], sources: src, class-path: "true", mappers: src }
      mappers:
        visibility: package
        name: "{layer}Of{concept}"
        package: "{package}.mapping"
        on-class: [coop.kiln.Wired, coop.kiln.One]
        on-constructor: coop.kiln.Handed
        faults-of: store
      layers:
        store: { role: persistence, package: coop.kiln.store, apart: { OldRow: "for # reports" }, names: ["{concept}Row", "{concept}Log"], spelling: snake-case, unsaid: required, fields: [{ field: createdAt, is: audit, stays: "written by the row: itself" }, { field: tenant, stays: "set by, the session" }], accept: { leaked-key: "by id" } }
        model: { role: domain, package: coop.kiln.model }
        api: { role: transfer, package: coop.kiln.api, document: { file: "api docs/kiln.yaml", schemas: { "Page<Firing>": Firings } }, knows: { coop.kiln.store.Clock: "it's one: for all" } }
      signatures: { coop.kiln.desk: [model, api], coop.kiln.shop: model }
      concepts:
        Firing:
          store: FiringRow
          model: { type: Firing, build: { FiringRow: restore, BookFiring: new } }
          api: { FiringView: out, BookFiring: in, ChangeFiring: change, Firing.Card: both, Page<Firing>: out, "Pair<Firing, coop.kiln.Kiln>": in }
          fields:
            - { model: number, store: nr, FiringView: no, is: identity, given: { BookFiring: { from: caller } } }
            - { model: status, codes: { store: { PLANNED: 1, DONE: 2, otherwise: DONE }, api: { PLANNED: "1", DONE: "yes, [done]" } } }
            - { model: remarks, stays: { FiringView: "for members: only", store: "- none" }, absent: { BookFiring: "" } }
            - { model: fired, format: { store: "yyyy-MM-dd'T'HH:mm, 'o''clock'", api: dd.MM.yyyy } }
            - { model: ended, unit: seconds, by: coop.kiln.Clocks, accept: { lossy-conversion: "# enough", limit-mismatch: é } }
            - { model: size, given: { BookFiring: { value: null }, ChangeFiring: { value: 1.5 } }, by: { api: coop.kiln.Sizes.of } }
            - { model: charge, store: { amount: chargeAmount, currency: chargeCurrency }, stays: none }
            - { store: notes, is: part, accept: { leaked-key: { because: "old, but: known", until: "2027-03-31" } } }
            - { FiringView: [photo, "weather: odd", log], stays: "?" }
            - { store: [createdBy, changedBy], is: audit, accept: { leaked-audit: none } }
            - { model: peak, limits: { api: { min-length: 1, length: 40, digits: 4, scale: 2, min: -1, max: 99.5, pattern: "[a-z]{2,}", required: true, unique: true } } }
            - { model: kiln, store: kiln.code, derived: "from\\n two lines" }
          omits:
            FiringView: { fields: [size, "null"], because: "it's nobody's" }
            BookFiring: { fields: [numberOfTheKiln, "it's: odd", nameOfTheOperator, temperatureAtTheTop, temperatureBelow, gas], because: none }
          direct: FiringRow -> FiringView
          existing-mappers:
            FiringRow -> Firing: [coop.kiln.Rows.firing, "coop.kiln.Rows.fill(a.B, a.C$D)"]
            api/BookFiring->model/Firing: coop.kiln.Bookings.new
      wire: { mapper: coop.kiln.Json.mapper, numbers: double }
      samples: { Email: coop.kiln.Samples.email, KilnCode: coop.kiln.Samples.code }
      instances: { coop.kiln.Rows: coop.kiln.Samples.rows }
      """;

  private static void assertSame(Plan one, Plan other) {
    assertThat(one)
        .usingRecursiveComparison()
        .ignoringFieldsMatchingRegexes("(.*\\.)?(at|text|rowEnd|notes)")
        .isEqualTo(other);
  }

  @Test
  void everyDefaultOfALayerHasItsOwnLine() {
    assertThat(PlanWriter.write(PlanReader.read("plan.yaml", EVERYTHING)))
        .contains(
            """
                fields:
                  - { field: createdAt, is: audit, stays: 'written by the row: itself' }
                  - { field: tenant, stays: 'set by, the session' }
                accept: { leaked-key: by id }
            """);
  }

  @Test
  void aLongListIsWrapped() {
    assertThat(PlanWriter.write(PlanReader.read("plan.yaml", EVERYTHING)))
        .contains(
            """
                  BookFiring:
                    fields:
                      [numberOfTheKiln, 'it''s: odd', nameOfTheOperator, temperatureAtTheTop, temperatureBelow,
                       gas]
                    because: none
            """);
  }

  @Test
  void everythingIsReadAgain() {
    Plan plan = PlanReader.read("plan.yaml", EVERYTHING);
    String written = PlanWriter.write(plan);
    assertSame(PlanReader.read("again.yaml", written), plan);
    assertThat(PlanWriter.write(PlanReader.read("again.yaml", written))).isEqualTo(written);
    assertThat(written.lines()).allSatisfy(line -> assertThat(line).hasSizeLessThan(130));
  }

  @ParameterizedTest
  @ValueSource(strings = {"kiln", "first-steps", "second-steps"})
  void theExamplesAreReadAgain(String example) throws IOException {
    Path file = Path.of("../examples", example, "shelf-twin.yaml");
    Plan plan = PlanReader.read("plan.yaml", Files.readString(file));
    assertSame(PlanReader.read("again.yaml", PlanWriter.write(plan)), plan);
  }

  @Test
  void aPlanInJavaEqualsThePlanInYaml() {
    Map<String, Object> store = new LinkedHashMap<>(Map.of("PLANNED", 1L));
    store.put("DONE", 2L);
    Map<String, Object> api = new LinkedHashMap<>(Map.of("PLANNED", "1"));
    api.put("DONE", "yes, [done]");
    Plan said =
        PlanBuilder.named("kiln: the 2nd, 'new' one # really")
            .classes("a", "b c")
            .sources("src")
            .classPath("true")
            .mappers("src")
            .mappersNamed("{layer}Of{concept}", "{package}.mapping")
            .mappersPackagePrivate()
            .mappersAnnotated(
                List.of("coop.kiln.Wired", "coop.kiln.One"), List.of("coop.kiln.Handed"))
            .faultsOf("store")
            .layer("store", Role.PERSISTENCE, "coop.kiln.store")
            .unlistedType("store", "OldRow", "for # reports")
            .names("store", Spelling.SNAKE_CASE, "{concept}Row", "{concept}Log")
            .unspecifiedNullness("store", Presence.REQUIRED)
            .fieldDefault("store", "createdAt", FieldRole.AUDIT, "written by the row: itself")
            .fieldDefault("store", "tenant", null, "set by, the session")
            .accept("store", RuleId.LEAKED_KEY, "by id")
            .layer("model", Role.DOMAIN, "coop.kiln.model")
            .layer("api", Role.TRANSFER, "coop.kiln.api")
            .document("api", "api docs/kiln.yaml", Map.of("Page<Firing>", "Firings"))
            .signatures("coop.kiln.desk", "model", "api")
            .signatures("coop.kiln.shop", "model")
            .allowType("api", "coop.kiln.store.Clock", "it's one: for all")
            .wire("coop.kiln.Json.mapper")
            .doubleNumbers()
            .sample("Email", "coop.kiln.Samples.email")
            .sample("KilnCode", "coop.kiln.Samples.code")
            .instance("coop.kiln.Rows", "coop.kiln.Samples.rows")
            .concept("Firing")
            .shape("store", "FiringRow")
            .shape("model", "Firing")
            .build("FiringRow", "restore")
            .build("BookFiring", "new")
            .shape("api", "FiringView", Direction.OUT)
            .shape("api", "BookFiring", Direction.IN)
            .shape("api", "ChangeFiring", Direction.CHANGE)
            .shape("api", "Firing.Card", Direction.BOTH)
            .shape("api", "Page<Firing>", Direction.OUT)
            .shape("api", "Pair<Firing, coop.kiln.Kiln>", Direction.IN)
            .row(
                row ->
                    row.field("store", "nr")
                        .field("model", "number")
                        .field("FiringView", "no")
                        .is(FieldRole.IDENTITY)
                        .givenFrom("BookFiring", "caller"))
            .row(
                row -> row.field("model", "status").codes("store", store, "DONE").codes("api", api))
            .row(
                row ->
                    row.field("model", "remarks")
                        .stays("FiringView", "for members: only")
                        .stays("store", "- none")
                        .absent("BookFiring", ""))
            .row(
                row ->
                    row.field("model", "fired")
                        .format("store", "yyyy-MM-dd'T'HH:mm, 'o''clock'")
                        .format("api", "dd.MM.yyyy"))
            .row(
                row ->
                    row.field("model", "ended")
                        .unit(ChronoUnit.SECONDS)
                        .by("coop.kiln.Clocks")
                        .accept(RuleId.LOSSY_CONVERSION, "# enough")
                        .accept(RuleId.LIMIT_MISMATCH, "é"))
            .row(
                row ->
                    row.field("model", "size")
                        .givenValue("BookFiring", null)
                        .givenValue("ChangeFiring", 1.5)
                        .by("api", "coop.kiln.Sizes.of"))
            .row(row -> row.field("model", "charge").stays("none"))
            .row(row -> row.field("model", "charge.amount").field("store", "chargeAmount"))
            .row(row -> row.field("model", "charge.currency").field("store", "chargeCurrency"))
            .row(
                row ->
                    row.field("store", "notes")
                        .is(FieldRole.PART)
                        .accept(RuleId.LEAKED_KEY, "old, but: known", LocalDate.of(2027, 3, 31)))
            .row(row -> row.fields("FiringView", "photo", "weather: odd", "log").stays("?"))
            .row(
                row ->
                    row.fields("store", "createdBy", "changedBy")
                        .is(FieldRole.AUDIT)
                        .accept(RuleId.LEAKED_AUDIT, "none"))
            .row(
                row ->
                    row.field("model", "peak")
                        .limits(
                            "api",
                            new Limits.Builder()
                                .minLength(1)
                                .maxLength(40)
                                .digits(4)
                                .scale(2)
                                .min(new Limits.Bound(new BigDecimal("-1"), true))
                                .max(new Limits.Bound(new BigDecimal("99.5"), true))
                                .pattern("[a-z]{2,}")
                                .unique()
                                .build(),
                            true))
            .row(
                row ->
                    row.field("model", "kiln")
                        .field("store", "kiln.code")
                        .derived("from\n two lines"))
            .omit("FiringView", "it's nobody's", "size", "null")
            .omit(
                "BookFiring",
                "none",
                "numberOfTheKiln",
                "it's: odd",
                "nameOfTheOperator",
                "temperatureAtTheTop",
                "temperatureBelow",
                "gas")
            .direct("FiringRow", "FiringView")
            .existingMapper(
                "FiringRow", "Firing", "coop.kiln.Rows.firing", "coop.kiln.Rows.fill(a.B, a.C$D)")
            .existingMapper("api/BookFiring", "model/Firing", "coop.kiln.Bookings.new")
            .build();
    assertSame(said, PlanReader.read("plan.yaml", EVERYTHING));
  }

  @Test
  void rejectsWhatTheReaderRejects() {
    PlanBuilder.ConceptBuilder twice =
        PlanBuilder.named("kiln")
            .layer("model", Role.DOMAIN, "coop.kiln.model")
            .concept("Kiln")
            .shape("model", "Kiln")
            .row(row -> row.field("model", "code").stays("one"))
            .row(row -> row.field("model", "code").stays("two"));
    assertThatThrownBy(twice::build)
        .isInstanceOfSatisfying(
            InputException.class,
            refused ->
                assertThat(refused.errors())
                    .extracting(error -> error.message())
                    .isEqualTo(List.of("model.code has a row already, at line 11")));
    assertThatThrownBy(() -> twice.shape("api", "KilnView"))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("there is no layer 'api'");
  }
}
