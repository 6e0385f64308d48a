package dev.shelftwin.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The format of a plan, as its reader and its schema have it. */
class PlanReaderTest {

  private static final String PLAN =
      """
      shelf-twin: 1
      name: kiln-cooperative
      code: { classes: [target/classes], sources: src, class-path: cp.txt, mappers: gen }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        model: { role: domain, package: coop.kiln.model }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Firing:
          store: FiringRow
          model: { type: Firing, build: { FiringRow: restore } }
          api: { FiringView: out, BookFiring: in }
          fields:
            - { store: id, is: key, stays: the store's own }
            - { model: peak, store: peakCelsius, FiringView: heat }
            - { model: status, by: { api: coop.Words }, given: { BookFiring: { value: PLANNED } } }
            - { model: number, given: { BookFiring: { from: caller } } }
            - { model: duration, derived: from started to ended }
            - { model: remarks, stays: { FiringView: for members only } }
            - { model: ended, by: coop.Clocks, accept: { lossy-conversion: seconds are enough } }
          omits:
            FiringView: { fields: [charge, operator], because: the board shows neither }
      samples:
        MemberNumber: coop.kiln.Numbers.any
      """;

  private static final Schema SCHEMA = schema();

  @TempDir Path folder;

  private static Schema schema() {
    try (InputStream schema =
        PlanReader.class.getResourceAsStream("/dev/shelftwin/plan/shelf-twin.schema.json")) {
      return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
          .getSchema(Objects.requireNonNull(schema));
    } catch (IOException failure) {
      throw new IllegalStateException(failure);
    }
  }

  @Test
  void aPlanThatNestsTooDeeplyIsRefused() {
    String deep = PLAN + "samples: " + "[".repeat(20_000) + "]".repeat(20_000) + "\n";
    assertThatThrownBy(() -> PlanReader.read("plan.yaml", deep))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("plan.yaml")
        .hasMessageContaining("nests values too deeply");
  }

  @Test
  void everyPartOfAPlanIsRead() {
    Plan plan = PlanReader.read("plan.yaml", PLAN);
    assertThat(schemaAccepts(PLAN)).isTrue();
    assertThat(plan.name()).isEqualTo("kiln-cooperative");
    assertThat(plan.code().classes()).extracting(Text::value).containsExactly("target/classes");
    assertThat(plan.code().sources()).extracting(Text::value).containsExactly("src");
    assertThat(plan.layers())
        .extracting(Layer::role)
        .containsExactly(Role.PERSISTENCE, Role.DOMAIN, Role.TRANSFER);
    assertThat(plan.samples().get("MemberNumber").value()).isEqualTo("coop.kiln.Numbers.any");
    Concept firing = plan.concept("Firing").orElseThrow();
    assertThat(firing.hub().build().get("FiringRow").value()).isEqualTo("restore");
    assertThat(firing.outer())
        .extracting(ShapeUse::type, ShapeUse::direction)
        .containsExactly(
            tuple("FiringRow", Direction.BOTH),
            tuple("FiringView", Direction.OUT),
            tuple("BookFiring", Direction.IN));
    assertThat(firing.omissions())
        .singleElement()
        .satisfies(
            omission -> {
              assertThat(omission.fields()).extracting(Text::value).contains("charge", "operator");
              assertThat(omission.because().value()).isEqualTo("the board shows neither");
            });
  }

  @Test
  void everyWordOfARowIsRead() {
    Concept firing = PlanReader.read("plan.yaml", PLAN).concept("Firing").orElseThrow();
    ShapeUse view = firing.shapes().get(2);
    ShapeUse booking = firing.shapes().get(3);
    Row id = firing.rows().get(0);
    assertThat(id.role()).contains(FieldRole.KEY);
    assertThat(id.stays().everywhere().orElseThrow().value()).isEqualTo("the store's own");
    Row peak = firing.rows().get(1);
    assertThat(peak.nameIn(view, firing)).contains("heat");
    assertThat(peak.nameIn(booking, firing)).contains("peak");
    Row status = firing.rows().get(2);
    assertThat(status.by().at(view).orElseThrow().value()).isEqualTo("coop.Words");
    assertThat(status.given().at(view)).isEmpty();
    assertThat(status.given().at(booking).orElseThrow().label()).isEqualTo("PLANNED");
    assertThat(firing.rows().get(3).given().at(booking))
        .containsInstanceOf(GivenValue.CallerParameter.class);
    assertThat(firing.rows().get(4).derived().orElseThrow().value())
        .isEqualTo("from started to ended");
    assertThat(firing.rows().get(6).accept()).containsOnlyKeys(RuleId.LOSSY_CONVERSION);
  }

  @Test
  void everyWordHasItsPlace() {
    Plan plan = PlanReader.read("plan.yaml", PLAN);
    Row peak = plan.concepts().get(0).rows().get(1);
    assertThat(peak.at()).hasToString("plan.yaml:15:9");
    assertThat(peak.names().get("store").at()).hasToString("plan.yaml:15:31");
    assertThat(peak.names().get("store").at().text())
        .isEqualTo("      - { model: peak, store: peakCelsius, FiringView: heat }");
  }

  /** What is changed in the plan, what the schema says, and what the reader says. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      textBlock =
          """
          shelf-twin: 1                | shelf-twin: 2              | refuses | this version of the format is not known
          shelf-twin: 1                | shelf-twins: 1             | refuses | a plan has no 'shelf-twins'; did you mean 'shelf-twin'?
          name: kiln-cooperative       | name: [kiln]               | refuses | 'name' takes a text
          name: kiln-cooperative       | name: 7                    | refuses | 'name' takes a text
          name: kiln-cooperative       | name: ''                   | refuses | 'name' takes a text
          classes: [target/classes]    | classes: []                | refuses | 'classes' lists nothing
          class-path: cp.txt           | classpath: cp.txt          | refuses | 'code' has no 'classpath'; did you mean 'class-path'?
          role: persistence            | role: persistance          | refuses | 'role' has no 'persistance'; did you mean 'persistence'?
          package: coop.kiln.store     | package: coop.kiln.        | refuses | 'coop.kiln.' is not a package
          package: coop.kiln.store     | pakages: coop.kiln.store   | refuses | a layer has no 'pakages'; did you mean 'packages'?
          package: coop.kiln.store     | package: coop.***.store    | accepts | 'coop.***.store' is not a package
          `  store: { role`            | `  given: { role`          | refuses | 'given' is a word of the plan
          FiringView: out              | FiringView: outward        | refuses | a direction has no 'outward'; use one of: both, change, in, out
          build: { FiringRow: restore  | built: { FiringRow: restore | refuses | a shape has no 'built'; did you mean 'build'?
          is: key                      | is: kee                    | refuses | 'is' has no 'kee'; did you mean 'key'?
          derived: from started to ended | derived: [started]       | refuses | 'derived' takes a text
          from: caller                 | from: calller              | refuses | 'from' has no 'calller'; did you mean 'caller'?
          from: caller                 | from: caller, value: 1     | refuses | 'given' takes either a value or where it comes from
          value: PLANNED               | value: [PLANNED]           | refuses | 'value' takes one value
          derived: from started to ended | codes: [1]               | refuses | 'codes' takes keys with values
          derived: from started to ended | codes: {}                | refuses | 'codes' is empty
          derived: from started to ended | codes: { LOW: [1] }      | refuses | a code takes one value
          derived: from started to ended | codes: { store: { otherwise: LOW } } | accepts | 'codes' names no constant
          derived: from started to ended | codes: { LOW: 1, HIGH: 1 } | accepts | the code 1 stands for LOW already
          derived: from started to ended | absent: null             | refuses | 'absent' is empty
          derived: from started to ended | absent: [1]              | refuses | 'absent' takes one value
          derived: from started to ended | unit: fortnights         | refuses | 'unit' has no 'fortnights'
          name: kiln-cooperative       | `name: a\nwire: { numbers: float }` | refuses | 'numbers' has no 'float'; use one of: double, exact
          name: kiln-cooperative       | `name: a\nwire: { number: double }` | refuses | 'wire' has no 'number'; did you mean 'numbers'?
          derived: from started to ended | format: dd.MM.jjjj       | accepts | this is no pattern of dates or times: Unknown pattern letter: j
          derived: from started to ended | format: pMMdd            | accepts | this is no pattern of dates or times
          derived: from started to ended | format: "dd\\x0aMM"      | accepts | this is no pattern of dates or times
          derived: from started to ended | format: [dd.MM.yyyy]     | refuses | 'format' takes a text
          name: kiln-cooperative       | `name: a\nmappers: { name: Mapper }` | accepts | 'Mapper' names no class for each concept
          name: kiln-cooperative       | `name: a\nmappers: { package: a..b }` | accepts | 'a..b' is no package
          name: kiln-cooperative       | `name: a\nmappers: { names: x }` | refuses | 'mappers' has no 'names'; did you mean 'name'?
          name: kiln-cooperative       | `name: "kiln\\0"`         | accepts | 'name' has a control character
          concepts:                    | `concepts:\n  fIRING: { model: Firing }` | accepts | 'Firing' and 'fIRING' differ only in case
          concepts:                    | `concepts:\n  a firing: { model: Firing }` | refuses | 'a firing' is not a name in Java
          layers:                      | `layers:\n  a-b: { role: domain, package: a }` | refuses | 'a-b' is not a name in Java
          name: kiln-cooperative       | `name: a\nmappers: { visibility: hidden }` | refuses | 'visibility' has no 'hidden'
          stays: { FiringView: for members only } | stays: {}       | refuses | 'stays' is empty
          lossy-conversion: seconds    | lossy: seconds             | refuses | 'accept' has no 'lossy'; did you mean 'lossy-conversion'?
          lossy-conversion: seconds    | layer-breach: seconds      | refuses | 'accept' has no 'layer-breach'
          lossy-conversion: seconds are enough | `lossy-conversion: { until: 2027-01-31 }` | refuses | 'because' is missing here
          lossy-conversion: seconds are enough | `lossy-conversion: { because: x, until: soon }` | accepts | 'soon' is not a date
          derived: from started to ended | limits: { store: { length: many } } | refuses | 'length' takes a count
          derived: from started to ended | limits: { max: [1] }     | refuses | 'max' takes one value
          derived: from started to ended | limits: { required: maybe } | refuses | 'required' takes true or false
          derived: from started to ended | limits: { longest: 7 }   | refuses | 'limits' has no 'longest'
          derived: from started to ended | limits: { pattern: '[' } | accepts | this is no regular expression
          role: persistence            | role: persistence, names: Row | accepts | 'Row' is the same name for all concepts
          role: persistence            | role: persistence, spelling: shouted | refuses | 'spelling' has no 'shouted'
          role: persistence            | role: persistence, unsaid: maybe | refuses | 'unsaid' has no 'maybe'
          role: persistence            | role: persistence, apart: [OldRow] | refuses | 'apart' takes keys with values
          name: kiln-cooperative       | `name: a\nsignatures: { coop.kiln.shop: stores }` | accepts | 'layers' has no 'stores'; did you mean 'store'?
          name: kiln-cooperative       | `name: a\nsignatures: { coop..shop: store }` | accepts | 'coop..shop' is no package
          because: the board           | why: the board             | refuses | an omission needs 'fields' and 'because'
          - { model: remarks, stays: { FiringView: for members only } } | - remarks | refuses | a row takes keys with values
          MemberNumber: coop.kiln.Numbers.any | MemberNumber: [any] | refuses | 'MemberNumber' takes a text
          store: FiringRow             | stoer: FiringRow           | accepts | the concept Firing has no 'stoer'; did you mean 'store'?
          store: FiringRow             | store: { FiringRow: both }  | accepts | only transfer types have a direction
          build: { FiringRow: restore  | build: { FiringRaw: restore | accepts | the concept has no 'FiringRaw'; did you mean 'FiringRow'?
          role: persistence            | role: domain               | accepts | Firing has two shapes with the role domain
          role: domain                 | role: persistence          | accepts | Firing has two shapes with the role persistence
          omits:                       | existing-mappers: { FiringRow: a.B.c }\\n    omits: | accepts | 'FiringRow' does not lead from one type to another
          omits:                       | existing-mappers: { FiringRow -> Firin: a.B.c }\\n    omits: | accepts | the concept has no 'Firin'
          omits:                       | existing-mappers: { FiringRow -> Firing: [] }\\n    omits: | refuses | 'FiringRow -> Firing' lists nothing
          samples:                     | instances: { a.B: 7 }\\nsamples: | refuses | 'a.B' takes a text
          model: { type: Firing, build: { FiringRow: restore } } | model: { Firing: in } | accepts | only transfer types have a direction
          FiringView: heat             | FiringVeiw: heat           | accepts | a row of this concept has no 'FiringVeiw'; did you mean 'FiringView'?
          stays: { FiringView: for     | stays: { FiringCard: for   | accepts | this concept has no 'FiringCard'
          FiringView: { fields         | FiringCard: { fields       | accepts | the concept has no 'FiringCard'
          { model: duration, derived   | { derived                  | accepts | this row names no field
          { model: number, given       | { model: [number, peak], given | accepts | model.peak has a row already, at line 15
          { model: duration, derived: from started to ended } | { model: [duration] } | accepts | this row names no field
          { model: number, given       | { model: peak, given       | accepts | model.peak has a row already, at line 15
          name: kiln-cooperative       | `name: a, name: b`         | broken  | this is no YAML
          role: transfer, package      | role: transfer, role: domain, package | broken | the key 'role' stands twice here
          sources: src                 | sources: *nowhere          | broken  | this is no YAML
          fields: [charge, operator]   | fields: &a [charge, *a]    | broken  | an alias refers to what it stands in
          """)
  void reportsErrorsWithTheirPlaces(String find, String put, String schema, String message) {
    String wrong = PLAN.replace(find, put.replace("\\n", "\n"));
    assertThat(wrong).isNotEqualTo(PLAN);
    if (!schema.equals("broken")) {
      assertThat(schemaAccepts(wrong))
          .as("the schema accepts it")
          .isEqualTo(schema.equals("accepts"));
    }
    assertThatThrownBy(() -> PlanReader.read("plan.yaml", wrong))
        .isInstanceOfSatisfying(
            InputException.class,
            refused ->
                assertThat(refused.errors())
                    .anySatisfy(
                        error -> {
                          assertThat(error.message() + "; " + error.remedy()).startsWith(message);
                          assertThat(error.at().line()).isPositive();
                          assertThat(error.at().text()).isNotEmpty();
                        }));
  }

  @Test
  void theNamesOfPartsBecomeRowsOfTheirOwn() {
    Plan plan =
        PlanReader.read(
            "plan.yaml",
            PLAN.replace(
                "- { store: id,",
                "- { model: charge, is: secret, store: { amount: owed, currency: owedIn } }\n"
                    + "      - { model: hold, store: holdMinutes, unit: minutes }\n"
                    + "      - { store: id,"));
    List<Row> rows = plan.concept("Firing").orElseThrow().rows();
    assertThat(rows.subList(0, 4))
        .extracting(row -> row.names().toString(), row -> row.role().isPresent())
        .containsExactly(
            tuple("{model=charge}", true),
            tuple("{store=owed, model=charge.amount}", true),
            tuple("{store=owedIn, model=charge.currency}", true),
            tuple("{store=holdMinutes, model=hold}", false));
    assertThat(rows.get(3).unit().everywhere()).map(CountedUnit::unit).contains(ChronoUnit.MINUTES);
  }

  @Test
  void oneRowSaysTheSameAboutSeveralFields() {
    String several =
        PLAN.replace("- { store: id,", "- { FiringView: [b, c], stays: x }\n      - { store: id,");
    assertThat(schemaAccepts(several)).isTrue();
    Concept concept = PlanReader.read("plan.yaml", several).concept("Firing").orElseThrow();
    assertThat(concept.rows().subList(0, 2))
        .extracting(Row::field, row -> row.stays().everywhere().orElseThrow().value(), Row::at)
        .containsExactly(
            tuple("b", "x", concept.rows().get(0).at()),
            tuple("c", "x", concept.rows().get(0).at()));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          from: caller    | CallerParameter | by the caller
          from: supplier  | SuppliedValue   | by a supplier
          from: factory   | FactoryRule     | by the factory
          from: coop.A.b  | StaticMethod    | by coop.A.b
          value: 3        | Constant        | 3
          value: null     | Constant        | null
          """)
  void readsValuesThatNoSourceHas(String said, String kind, String label) {
    String text = PLAN.replace("from: caller", said);
    assertThat(schemaAccepts(text)).isTrue();
    GivenValue given =
        PlanReader.read("plan.yaml", text).concept("Firing").orElseThrow().rows().stream()
            .flatMap(row -> row.given().only().values().stream())
            .filter(
                found ->
                    found.getClass().getSimpleName().equals(kind) && found.label().equals(label))
            .findFirst()
            .orElseThrow();
    assertThat(given.at().line()).isPositive();
  }

  @Test
  void reportsEveryErrorInOneReading() {
    String wrong = PLAN.replace("is: key", "is: kee").replace("from: caller", "from: nobody");
    assertThatThrownBy(() -> PlanReader.read("plan.yaml", wrong))
        .isInstanceOfSatisfying(
            InputException.class,
            refused ->
                assertThat(refused.errors())
                    .extracting(error -> error.at().line())
                    .containsExactly(14, 17));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "# nothing", "just words", "- a list", "shelf-twin: 1\n---\nname: x"})
  void rejectsTextThatIsNoPlan(String text) {
    assertThatThrownBy(() -> PlanReader.read("plan.yaml", text))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("plan.yaml");
  }

  @Test
  void rejectsEndlessAliases() {
    StringBuilder bomb = new StringBuilder("a0: &a0 [x, x, x, x, x, x, x, x]\n");
    for (int level = 1; level < 12; level++) {
      String alias = "*a" + (level - 1);
      bomb.append(
          "a"
              + level
              + ": &a"
              + level
              + " ["
              + String.join(", ", List.of(alias, alias, alias, alias))
              + "]\n");
    }
    assertThatThrownBy(() -> PlanReader.read("plan.yaml", bomb.toString()))
        .isInstanceOfSatisfying(
            InputException.class,
            refused ->
                assertThat(refused.errors())
                    .singleElement()
                    .extracting(InputError::message)
                    .asString()
                    .contains("alias"));
  }

  @Test
  void rejectsMissingAndBinaryFiles() throws IOException {
    Path absent = folder.resolve("absent.yaml");
    assertThatThrownBy(() -> PlanReader.read(absent))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("there is no plan here");
    Path binary = Files.write(folder.resolve("binary.yaml"), new byte[] {(byte) 0xC3, 0x28});
    assertThatThrownBy(() -> PlanReader.read(binary))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("not text in UTF-8");
  }

  @Test
  void theSchemaKnowsTheWordsOfTheReader() throws IOException {
    String schema =
        Files.readString(Path.of("src/main/resources/dev/shelftwin/plan/shelf-twin.schema.json"));
    assertThat(schema)
        .contains(PlanReader.RESERVED.stream().map(word -> '"' + word + '"').toList());
    assertThat(schema)
        .contains(
            Arrays.stream(RuleId.values())
                .filter(RuleId::isOfFields)
                .map(rule -> '"' + rule.key() + '"')
                .toList())
        .contains(Arrays.stream(FieldRole.values()).map(role -> '"' + role.key() + '"').toList());
    assertThat(Path.of("../docs/shelf-twin.schema.json")).hasContent(schema);
  }

  private static boolean schemaAccepts(String yaml) {
    return SCHEMA.validate(yaml, InputFormat.YAML).isEmpty();
  }
}
