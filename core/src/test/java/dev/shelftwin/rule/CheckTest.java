package dev.shelftwin.rule;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Every rule on both sides of its border: what is marked is found there, and nothing else. */
class CheckTest {

  @TempDir Path folder;

  @ParameterizedTest(name = "{0}")
  @MethodSource({"lostAndUnfilled", "types", "constants", "makers", "hygiene"})
  void findsWhatIsMarkedAndNothingElse(String name, UnaryOperator<Project> change) {
    Project project = change.apply(new Project(folder));
    assertThat(project.found(project.check())).isEqualTo(project.promised());
  }

  static Stream<Arguments> constants() {
    return Stream.of(
        of(
            "a code for every constant",
            project -> project.row("{ model: finish, codes: { GLOSSY: g, SATIN: s, MATT: m } }")),
        of(
            "a constant without a code, on each way out",
            project ->
                project
                    .row("{ model: finish, codes: { GLOSSY: g, SATIN: s } }")
                    .with("    Finish finish,", "    Finish finish, //~ enum-gap enum-gap")),
        of(
            "a constant without a code, accepted",
            project ->
                project.row(
                    "{ model: finish, codes: { GLOSSY: g, SATIN: s },"
                        + " accept: { enum-gap: matt glazes are not sold } }")),
        of(
            "an enumeration of the same constants",
            project -> finishes(project, "MATT, SATIN, GLOSSY")),
        of(
            "an enumeration of the row that lacks a constant",
            project ->
                finishes(project, "GLOSSY, SATIN")
                    .with("    Finish finish,", "    Finish finish, //~ enum-gap")),
        of(
            "an enumeration of the row that has one constant more",
            project ->
                finishes(project, "GLOSSY, SATIN, MATT, RAW")
                    .with("Finishes finish;", "Finishes finish; //~ enum-gap")),
        of(
            "the same, accepted",
            project ->
                finishes(project, "GLOSSY, SATIN, MATT, RAW")
                    .row("{ model: finish, accept: { enum-gap: none is raw since 2020 } }")),
        of(
            "an enumeration of the row that lacks a constant of several",
            project ->
                finishes(
                        project
                            .with(
                                "    String finish,\n    String note) {}\npackage",
                                "    java.util.Set<String> finish,\n    String note) {}\npackage")
                            .with(
                                "    String finish,\n    String note) {}\n",
                                "    java.util.Set<String> finish,\n    String note) {}\n"),
                        "GLOSSY, SATIN")
                    .with("Finishes finish;", "@ElementCollection java.util.Set<Finishes> finish;")
                    .with("    Finish finish,", "    java.util.Set<Finish> finish, //~ enum-gap")),
        of(
            "a code for a constant that is not there",
            project ->
                project.row(
                    "{ model: finish, codes: { GLOSSY: g, SATIN: s, MATTE: m } } #~ unknown-name")),
        of(
            "any other code becomes a constant that is not there",
            project ->
                project.row(
                    "{ model: finish, codes: { GLOSSY: g, SATIN: s, MATT: m, otherwise: DULL } } #~ unknown-name")),
        of(
            "a code that its type cannot hold",
            project ->
                project
                    .with("String finish;", "byte finish; //~ type-mismatch")
                    .row(
                        "{ model: finish, codes: { store: { GLOSSY: 1, SATIN: 2, MATT: 300 } } }")),
        of(
            "a substitute that is a loss, and one that is accepted",
            project ->
                project
                    .with(
                        "    String name,\n    boolean foodSafe,\n    Finish",
                        "    String name, //~ lossy-conversion\n    boolean foodSafe,\n    Finish")
                    .with(
                        "{ model: name, store: label }",
                        "{ model: name, store: label, absent: { NewGlaze: nameless } }")
                    .row(
                        "{ model: code, absent: { NewGlaze: X }, accept: { lossy-conversion: ok } }")),
        of(
            "a reason that nobody has given yet",
            project ->
                project
                    .with("String note;", "String note;\n  String supplier;")
                    .row("{ store: supplier, stays: '?' } #~ open-question")),
        of(
            "a reason that is a question to somebody",
            project ->
                project
                    .with("String note;", "String note;\n  String supplier;")
                    .row("{ store: supplier, stays: '? ask the buyers' } #~ open-question")));
  }

  private static Project finishes(Project project, String constants) {
    return project
        .with(
            "@Column(nullable = false, length = 10) String finish;",
            "@Enumerated(EnumType.STRING) @Column(nullable = false) Finishes finish;")
        .java("package coop.kiln.store;\npublic enum Finishes { " + constants + " }\n");
  }

  static Stream<Arguments> lostAndUnfilled() {
    return Stream.of(
        of("the clean project", project -> project),
        of(
            "a column that nothing else knows is told once",
            project ->
                project.with("String note;", "String note;\n  String supplier; //~ lost-field")),
        of(
            "a column that stays on purpose",
            project ->
                project
                    .with("String note;", "String note;\n  String supplier;")
                    .row("{ store: supplier, stays: kept for the books }")),
        of(
            "a domain field that neither row nor view nor request has",
            project ->
                project.with(
                    "Optional<String> note) {}",
                    "Optional<String> note,\n    int coats) {} //~ lost-field lost-field unfilled-field")),
        of(
            "a domain field that is left out everywhere, and given",
            project ->
                project
                    .with("Optional<String> note) {}", "Optional<String> note,\n    int coats) {}")
                    .row(
                        "{ model: coats, given: { GlazeRow: { value: 2 }, NewGlaze: { value: 1 } },"
                            + " stays: { GlazeRow: old rows have none, GlazeView: not shown } }")),
        of(
            "a view that leaves a field out",
            project ->
                project
                    .with("public record GlazeView(\n    String code,", "public record GlazeView(")
                    .with("    GlazeCode code,", "    GlazeCode code, //~ lost-field")),
        of(
            "a view that omits a field on purpose",
            project ->
                project
                    .with("public record GlazeView(\n    String code,", "public record GlazeView(")
                    .plan("    omits: { GlazeView: { fields: [code], because: the board } }\n")),
        of(
            "a view with a field that the domain does not have",
            project ->
                project.with(
                    "public record GlazeView(",
                    "public record GlazeView(\n    int stock, //~ unfilled-field")),
        of(
            "a view whose field has a constant",
            project ->
                project
                    .with("public record GlazeView(", "public record GlazeView(\n    int stock,")
                    .row("{ api: stock, given: { value: 0 } }")),
        of(
            "a request with a field that nothing reads",
            project ->
                project.with(
                    "public record NewGlaze(",
                    "public record NewGlaze(\n    String colour, //~ lost-field")),
        of(
            "a request that lacks what the domain requires",
            project ->
                project
                    .with("public record NewGlaze(\n    String code,", "public record NewGlaze(")
                    .with("    GlazeCode code,", "    GlazeCode code, //~ unfilled-field")),
        of(
            "a request that lacks it, and the caller gives it",
            project ->
                project
                    .with("public record NewGlaze(\n    String code,", "public record NewGlaze(")
                    .row("{ model: code, given: { NewGlaze: { from: caller } } }")),
        of(
            "a computed field that the view shows and nobody stores",
            project ->
                project
                    .with(
                        "Optional<String> note) {}",
                        "Optional<String> note) {\n  public String title() { return name; }\n}")
                    .with(
                        "public record GlazeView(", "public record GlazeView(\n    String title,")),
        of(
            "a computed field that a row derives, of an object that only an existing mapper makes",
            project ->
                project.instead(
                    """
                    shelf-twin: 1
                    name: jars
                    code: { sources: src }
                    layers:
                      store: { role: persistence, package: coop.kiln.store }
                      model: { role: domain, package: coop.kiln.model }
                    concepts:
                      Jar:
                        store: JarRow
                        model: Jar
                        fields:
                          - { model: length, derived: from name }
                        existing-mappers:
                          JarRow -> Jar: coop.kiln.model.Jar.parsed
                    """,
                    """
                    package coop.kiln.store;
                    public class JarRow {
                      public String name;
                      public int length; //~ lossy-conversion
                    }
                    package coop.kiln.model;
                    public final class Jar {
                      private final String name;
                      private Jar(String text) { this.name = text; }
                      public static Jar parsed(coop.kiln.store.JarRow row, int from) {
                        return new Jar(row.name.substring(from));
                      }
                      public String name() { return name; }
                      public int length() { return name.length(); }
                    }
                    """)),
        of(
            "a row without a way to be made",
            project ->
                project
                    .with("protected GlazeRow() {}", "private GlazeRow() {}")
                    .with("public class GlazeRow {", "public class GlazeRow { //~ unfilled-field")),
        of(
            "a domain without any way to be made",
            project ->
                project.with(
                    Project.GLAZES.substring(
                        Project.GLAZES.indexOf("public record Glaze("),
                        Project.GLAZES.indexOf("package coop.kiln.api;")),
                    """
                    public final class Glaze { //~ unfilled-field unfilled-field
                      private GlazeCode code;
                      private String name;
                      private boolean foodSafe;
                      private Finish finish;
                      private String note;
                      private Glaze() {}
                      public GlazeCode code() { return code; }
                      public String name() { return name; }
                      public boolean foodSafe() { return foodSafe; }
                      public Finish finish() { return finish; }
                      public Optional<String> note() { return Optional.ofNullable(note); }
                    }
                    """)),
        of(
            "a private field of the domain that nobody outside can see is its own affair",
            project ->
                project.with(
                    "Optional<String> note) {}",
                    "Optional<String> note) {\n  private static int made;\n}")));
  }

  private static Project madeBy(Project project, String makers) {
    return project.with(
        Project.GLAZES.substring(
            Project.GLAZES.indexOf("public record Glaze("),
            Project.GLAZES.indexOf("package coop.kiln.api;")),
        """
        public final class Glaze {
          private final GlazeCode code;
          private final String name;
          private final boolean foodSafe;
          private final Finish finish;
          private final String note;
          private Glaze(
              GlazeCode code, String name, boolean foodSafe, Finish finish, String note) {
            this.code = code;
            this.name = name;
            this.foodSafe = foodSafe;
            this.finish = finish;
            this.note = note;
          }
          public GlazeCode code() { return code; }
          public String name() { return name; }
          public boolean foodSafe() { return foodSafe; }
          public Finish finish() { return finish; }
          public Optional<String> note() { return Optional.ofNullable(note); }
        %s
        }
        """
            .formatted(makers));
  }

  private static String factory(String name, String typeOfCode) {
    return "public static Glaze %s(%s code, String name, boolean foodSafe, Finish finish,"
            .formatted(name, typeOfCode)
        + " Optional<String> note) { throw new IllegalStateException(); }\n";
  }

  static Stream<Arguments> makers() {
    String restoring = factory("restore", "GlazeCode");
    String creating = factory("mix", "GlazeCode");
    return Stream.of(
        of(
            "two factories that take the same, on each way in",
            project ->
                madeBy(project, restoring + creating)
                    .with(
                        "model: Glaze\n", "model: Glaze #~ unwritable-mapper unwritable-mapper\n")),
        of(
            "the plan names the one that is meant",
            project ->
                madeBy(project, restoring + creating)
                    .with(
                        "model: Glaze\n",
                        "model: { type: Glaze, build: { GlazeRow: restore, NewGlaze: mix } }\n")),
        of(
            "of two that take the same names, the one that takes the type's own types",
            project -> madeBy(project, factory("parse", "String") + restoring)),
        of(
            "a value of the type itself that must be there, on each way in",
            project ->
                project
                    .with(
                        "    Optional<String> note) {}",
                        "    Optional<String> note,\n"
                            + "    @NonNull Glaze base) //~ unfilled-field unfilled-field\n"
                            + "{}")
                    .java("package coop.kiln.model;\npublic @interface NonNull {}\n")
                    .with(
                        "  String note;",
                        "  String note;\n  @ManyToOne GlazeRow base; //~ limit-mismatch")
                    .with(
                        "NewGlaze(\n    String code,", "NewGlaze(\n    NewGlaze base, String code,")
                    .with(
                        "GlazeView(\n    String code,",
                        "GlazeView(\n    GlazeView base, String code,")),
        of(
            "a factory that takes less is no rival",
            project ->
                madeBy(
                    project,
                    restoring + "public static Glaze blank(GlazeCode code) { return null; }")));
  }

  static Stream<Arguments> types() {
    return Stream.of(
        of(
            "a column of another type is told once for both ways",
            project ->
                project.with(
                    "@Column(nullable = false, length = 10) String finish;",
                    "java.time.Instant finish; //~ type-mismatch")),
        of(
            "two value objects of one inner type are not the same",
            project ->
                project
                    .java("package coop.kiln.api;\npublic record Tag(String value) {}\n")
                    .with(
                        "public record GlazeView(\n    String code,",
                        "public record GlazeView(\n    Tag code, //~ type-mismatch")),
        of(
            "a wider number",
            project ->
                project
                    .with("String note;", "String note;\n  Integer coats;")
                    .with(
                        "Optional<String> note) {}",
                        "Optional<String> note,\n    Optional<Integer> coats) {}")
                    .with("public record GlazeView(", "public record GlazeView(\n    Long coats,")
                    .with(
                        "public record NewGlaze(", "public record NewGlaze(\n    Integer coats,")),
        of(
            "a narrower number may lose",
            project ->
                project
                    .with("String note;", "String note;\n  long coats;")
                    .with(
                        "Optional<String> note) {}",
                        "Optional<String> note,\n    int coats) {} //~ lossy-conversion")
                    .with("public record GlazeView(", "public record GlazeView(\n    int coats,")
                    .with("public record NewGlaze(", "public record NewGlaze(\n    int coats,")),
        of(
            "a narrower number that is accepted",
            project ->
                project
                    .with("String note;", "String note;\n  long coats;")
                    .with("Optional<String> note) {}", "Optional<String> note,\n    int coats) {}")
                    .with("public record GlazeView(", "public record GlazeView(\n    int coats,")
                    .with("public record NewGlaze(", "public record NewGlaze(\n    int coats,")
                    .row("{ model: coats, accept: { lossy-conversion: nobody coats so often } }")),
        of(
            "a conversion of one's own",
            project ->
                project.java(WORDS).row("{ model: finish, by: { api: coop.kiln.api.Words } }")),
        of(
            "a conversion of one's own by its method's name",
            project ->
                project
                    .java(WORDS)
                    .row("{ model: finish, by: { GlazeView: coop.kiln.api.Words.word } }")),
        of(
            "a conversion of one's own that leads one way only",
            project ->
                project
                    .java(WORDS.replace("public static Finish finish", "static Finish hidden"))
                    .with("public enum Finish {", "public enum Finish {")
                    .with("    Finish finish,", "    Finish finish, //~ type-mismatch")
                    .row("{ model: finish, by: { api: coop.kiln.api.Words.word } }")),
        of(
            "a constant that the enumeration has",
            project ->
                project
                    .with(
                        "    String finish,\n    String note) {}\npackage",
                        "    String note) {}\npackage")
                    .row("{ model: finish, stays: { GlazeView: not shown } }")),
        of(
            "a literal of the wrong type",
            project ->
                project
                    .with("public record GlazeView(", "public record GlazeView(\n    int stock,")
                    .row("{ api: stock, given: { value: many } } #~ type-mismatch")),
        of(
            "a whole number that does not fit",
            project ->
                project
                    .with("public record GlazeView(", "public record GlazeView(\n    short stock,")
                    .row("{ api: stock, given: { value: 40000 } } #~ type-mismatch")),
        of(
            "a constant that the enumeration does not have",
            project ->
                project
                    .with(
                        "public record GlazeView(",
                        "public record GlazeView(\n    coop.kiln.model.Finish look,")
                    .row("{ api: look, given: { value: SHINY } } #~ type-mismatch")),
        of(
            "nothing as the value of a primitive",
            project ->
                project
                    .with("public record GlazeView(", "public record GlazeView(\n    int stock,")
                    .row("{ api: stock, given: { value: null } } #~ type-mismatch")));
  }

  static Stream<Arguments> hygiene() {
    return Stream.of(
        of(
            "a concept that nothing is mapped to",
            project ->
                project
                    .plan("  Kiln: #~ stale-row\n    model: Kiln\n")
                    .java("package coop.kiln.model;\npublic record Kiln(String code) {}\n")),
        of(
            "a row that says what is so anyway",
            project -> project.row("{ model: finish, store: finish } #~ stale-row")),
        of(
            "a row that renames in one layer only",
            project -> project.row("{ model: finish, store: finish, is: identity }")),
        of(
            "a reason for what is carried all the same",
            project ->
                project.row(
                    "{ model: finish, is: identity,"
                        + " given: { GlazeView: { value: MATT } } } #~ stale-row")),
        of(
            "one substitute for several fields that are never missing",
            project ->
                project.row(
                    "{ model: [foodSafe, finish], absent: { GlazeView: MATT } } #~ stale-row stale-row")),
        of(
            "one open reason for several fields",
            project ->
                project
                    .with("boolean foodSafe;", "boolean foodSafe; int a; int b;")
                    .row("{ store: [a, b], stays: '?' } #~ open-question")),
        of(
            "one acceptance for several fields, and for one without the finding",
            project ->
                project.row(
                    "{ model: [finish, note], accept: { leaked-key: no } } #~ stale-row stale-row")),
        of(
            "an acceptance of what is not found",
            project -> project.row("{ model: finish, accept: { leaked-key: no } } #~ stale-row")),
        of(
            "an omission of what the view has",
            project ->
                project.plan(
                    "    omits: { GlazeView: { fields: [note], because: x } } #~ stale-row\n")),
        of(
            "two rows that cross two fields",
            project ->
                crossed(project)
                    .row("{ model: first, store: second } #~ crossed-fields")
                    .row("{ model: second, store: first }")),
        of(
            "two rows that cross two fields on purpose",
            project ->
                crossed(project)
                    .row(
                        "{ model: first, store: second, accept: { crossed-fields: an old mistake } }")
                    .row("{ model: second, store: first }")),
        of("the same fields without rows", project -> crossed(project)),
        of(
            "a field that no shape of the layer has",
            project -> project.row("{ model: finish, store: finnish } #~ unknown-name")),
        of(
            "a type that the package does not have",
            project -> project.with("store: GlazeRow", "store: GlaceRow #~ unknown-name")),
        of(
            "a factory that the type does not have",
            project ->
                project.with(
                    "model: Glaze\n",
                    "model: { type: Glaze, build: { GlazeRow: restore } } #~ unknown-name\n")),
        of(
            "a conversion that the code does not have",
            project ->
                project.row("{ model: finish, by: { store: coop.kiln.Words } } #~ unknown-name")),
        of(
            "a class where a method for samples is asked for",
            project ->
                project.plan(
                    "samples: { GlazeCode: coop.kiln.model.GlazeCode } #~ unknown-name\n")),
        of(
            "a class where a method for the wire is asked for",
            project -> project.plan("wire: coop.kiln.model.GlazeCode #~ unknown-name\n")),
        of(
            "a sampled type that no layer has",
            project ->
                project.plan(
                    "samples: { Glaise: coop.kiln.model.Finish.valueOf } #~ unknown-name\n")));
  }

  private static final String WORDS =
      """
      package coop.kiln.api;
      import coop.kiln.model.Finish;
      public final class Words {
        private Words() {}
        public static String word(Finish finish) { return finish.name().toLowerCase(); }
        public static Finish finish(String word) { return Finish.valueOf(word.toUpperCase()); }
      }
      """;

  private static Project crossed(Project project) {
    return project
        .with(
            "String note;",
            "String note;\n  @Column(nullable = false) String first;\n  @Column(nullable = false) String second;")
        .with(
            "Optional<String> note) {}",
            "Optional<String> note,\n    String first,\n    String second) {}")
        .with(
            "public record GlazeView(",
            "public record GlazeView(\n    String first,\n    String second,")
        .with(
            "public record NewGlaze(",
            "public record NewGlaze(\n    String first,\n    String second,");
  }

  @Test
  void anAcceptanceEndsWithItsLastDay() {
    Project project =
        new Project(folder)
            .with("(nullable = false, length = 40) String label", "(length = 40) String label")
            .with(
                "{ model: name, store: label }",
                "{ model: name, store: label, accept: { limit-mismatch:"
                    + " { because: old rows, until: 2027-03-31 } } }");
    LocalDate last = LocalDate.of(2027, 3, 31);
    List<Finding> onTime = project.run(twin -> twin.check(last).findings());
    assertThat(onTime).isEmpty();
    List<Finding> late = project.run(twin -> twin.check(last.plusDays(1)).findings());
    assertThat(late)
        .singleElement()
        .extracting(Finding::message)
        .asString()
        .endsWith("requires a value. This was accepted until 2027-03-31: old rows.");
  }

  /** The same in every run, whatever order a set or a map happens to have. */
  @Test
  void questionsComeInTheOrderOfThePlan() {
    String accept =
        "accept: { unfilled-field: '?', lost-field: '?', type-mismatch: '?', row-by-row: '?',"
            + " leaked-key: '?', open-write: '?' }";
    List<Finding> findings =
        new Project(folder)
            .with("package: coop.kiln.api }", "package: coop.kiln.api, " + accept + " }")
            .row("{ model: finish, " + accept + " }")
            .check();
    assertThat(findings)
        .filteredOn(finding -> finding.rule() == RuleId.OPEN_QUESTION)
        .hasSize(12)
        .isSortedAccordingTo(
            Comparator.comparing((Finding finding) -> finding.concept().equals("api"))
                .thenComparing(finding -> finding.at().column()));
  }

  @Test
  void theRowOfARemedySettlesTheFinding() {
    Project project = new Project(folder).with("String note;", "String note;\n  String supplier;");
    List<Finding> findings = project.check();
    List<String> rows = rows(findings);
    assertThat(rows).containsExactly("- { store: supplier, stays: \"why it is not mapped\" }");
    assertThat(project.row(rows.get(0).substring(2)).check()).isEmpty();
  }

  @Test
  void aRemedyExtendsTheExistingRow() {
    Project project =
        new Project(folder)
            .with("public record GlazeView(", "public record GlazeView(\n    Long id,")
            .with("    GlazeCode code,", "    Optional<Long> id,\n    GlazeCode code,")
            .with(
                "{ store: id, is: key, stays: the store's own }",
                "{ model: id, given: { NewGlaze: { value: null } } }");
    String row = rows(project.check()).get(0);
    assertThat(row).startsWith("- { model: id, given: { NewGlaze: { value: null } }, accept:");
    project.with("- { model: id, given: { NewGlaze: { value: null } } }", row);
    assertThat(project.check()).isEmpty();
  }

  @Test
  void suggestsTheNearestName() {
    List<Finding> findings = new Project(folder).with("store: GlazeRow", "store: GlaceRow").check();
    assertThat(findings)
        .singleElement()
        .satisfies(
            finding -> {
              assertThat(finding.message())
                  .isEqualTo("The layer 'store' (coop.kiln.store) has no type named GlaceRow");
              assertThat(finding.remedies())
                  .containsExactly(Remedy.advice("did you mean 'GlazeRow'?"));
            });
  }

  private static List<String> rows(List<Finding> findings) {
    return findings.stream()
        .flatMap(finding -> finding.remedies().stream())
        .map(Remedy::row)
        .flatMap(Optional::stream)
        .toList();
  }

  private static Arguments of(String name, UnaryOperator<Project> change) {
    return Arguments.of(name, change);
  }

  @ParameterizedTest
  @CsvSource({
    "com.fasterxml.jackson.annotation.JsonIgnore, , ''",
    "com.fasterxml.jackson.annotation.JsonIgnore, public void setKind(String kind) {}, lost-field",
    "java.lang.Deprecated, , lost-field"
  })
  void aFieldInNoDocumentThatNothingSetsNeedsNoAccount(
      String annotation, String setter, String expected) {
    Project project =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: jars
                code: { sources: src }
                layers:
                  model: { role: domain, package: coop.kiln.model }
                  api: { role: transfer, package: coop.kiln.api }
                concepts:
                  Jar:
                    model: Jar
                    api: JarDto
                """,
                """
                package coop.kiln.model;
                public record Jar(String code) {}
                package coop.kiln.api;
                public class JarDto {
                  private String code;
                  @%s private String kind = "jar";
                  public String getCode() { return code; }
                  public void setCode(String code) { this.code = code; }
                  public String getKind() { return kind; }
                  %s
                }
                """
                    .formatted(annotation, setter == null ? "" : setter));
    assertThat(project.check().stream().map(one -> one.rule().key()).sorted())
        .containsExactly(expected.isEmpty() ? new String[0] : expected.split(" "));
  }
}
