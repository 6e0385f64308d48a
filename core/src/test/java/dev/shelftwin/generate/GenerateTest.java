package dev.shelftwin.generate;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Generated mappers: what they look like, that they compile, hold, and are never overwritten. */
class GenerateTest {

  @TempDir Path folder;

  /** Each case: a change of the glazes, and a line that the mappers must then have. */
  static Stream<Arguments> cases() {
    return Stream.of(
        of("carried as it is", "row.foodSafe = glaze.foodSafe();", project -> project),
        of("a value object unwrapped", "row.code = glaze.code().value();", project -> project),
        of(
            "a value object wrapped and guarded",
            "collector.required(\"code\", row.code, GlazeCode::new)",
            project -> project),
        of(
            "a name as its constant",
            "value -> Constants.named(Finish.class, value)",
            project -> project),
        of("a renamed field", "row.label = glaze.name();", project -> project),
        of("an optional as null", "row.note = glaze.note().orElse(null);", project -> project),
        of("null as an optional", "Optional.ofNullable(row.note)", project -> project),
        of(
            "a value object made by its factory",
            "GlazeCode::of",
            project ->
                project.with(
                    Project.GLAZES.substring(
                        Project.GLAZES.indexOf("public record GlazeCode"),
                        Project.GLAZES.indexOf("package coop.kiln.model;\npublic enum")),
                    """
                    public final class GlazeCode {
                      private final String value;
                      private GlazeCode(String value) { this.value = value; }
                      public static GlazeCode of(String value) { return new GlazeCode(value); }
                      public String getValue() { return value; }
                    }
                    """)),
        of(
            "an optional value object",
            "collector.optional(\"note\", row.note, Remark::new)",
            project ->
                project
                    .java("package coop.kiln.model;\npublic record Remark(String text) {}\n")
                    .with("Optional<String> note) {}", "Optional<Remark> note) {}")),
        of(
            "a constant for the view",
            "\"Ashfold\"",
            project ->
                project
                    .with(
                        "public record GlazeView(", "public record GlazeView(\n    String origin,")
                    .row("{ api: origin, given: { value: Ashfold } }")),
        of(
            "a constant of an enumeration",
            "Finish.MATT",
            project ->
                project
                    .with(
                        "    String finish,\n    String note) {}\npackage coop.kiln.api;\npublic record NewGlaze(\n    String code,\n    String name,\n    boolean foodSafe,\n    String finish,",
                        "    String finish,\n    String note) {}\npackage coop.kiln.api;\npublic record NewGlaze(\n    String code,\n    String name,\n    boolean foodSafe,")
                    .row("{ model: finish, given: { NewGlaze: { value: MATT } } }")),
        of(
            "constants of every simple type",
            "5L, (short) 6, 1.5D, true",
            project ->
                project
                    .with(
                        "public record GlazeView(",
                        "public record GlazeView(long five, short six, Double half, boolean yes,")
                    .row("{ api: five, given: { value: 5 } }")
                    .row("{ api: six, given: { value: 6 } }")
                    .row("{ api: half, given: { value: 1.5 } }")
                    .row("{ api: yes, given: { value: true } }")),
        of(
            "a value from the caller",
            "public Glaze toGlaze(NewGlaze request, GlazeCode code)",
            project ->
                project
                    .with("public record NewGlaze(\n    String code,", "public record NewGlaze(")
                    .row("{ model: code, given: { NewGlaze: { from: caller } } }")),
        of(
            "a value from the caller that a row needs",
            "applyTo(GlazeRow row, Glaze glaze, String supplier)",
            project ->
                project
                    .with("String note;", "String note;\n  String supplier;")
                    .row("{ store: supplier, given: { from: caller }, stays: the books' }")),
        of(
            "a conversion of one's own, guarded on the way in",
            "collector.required(\"finish\", request.finish(), Words::finish)",
            project ->
                project
                    .java(
                        """
                        package coop.kiln.api;
                        import coop.kiln.model.Finish;
                        public final class Words {
                          private Words() {}
                          public static String word(Finish finish) { return "the " + finish; }
                          public static Finish finish(String word) {
                            return Finish.valueOf(word.substring(4));
                          }
                        }
                        """)
                    .row("{ model: finish, by: { api: coop.kiln.api.Words } }")),
        of(
            "a wider number where it may be missing",
            ".map(Integer::longValue).orElse(null)",
            project -> coats(project, "Integer coats;", "Optional<Integer> coats", "Long coats")),
        of(
            "a narrower number guarded",
            "Numbers::toInt",
            project ->
                coats(project, "long coats;", "int coats", "int coats")
                    .row("{ model: coats, accept: { lossy-conversion: few coats } }")),
        of(
            "getters and setters",
            "row.setNote(glaze.note().orElse(null));",
            project ->
                project.with(
                    "String note;",
                    "private String note;\n"
                        + "  public String getNote() { return note; }\n"
                        + "  void setNote(String note) { this.note = note; }")),
        of(
            "a row without setters is made whole",
            "return new GlazeRow(",
            project ->
                project
                    .with("protected GlazeRow() {}", ROW_CONSTRUCTOR)
                    .with("String code;", "private String code;")
                    .with("String label;", "private String label;")
                    .with("  boolean foodSafe;", "  private boolean foodSafe;")
                    .with("String finish;", "private String finish;")
                    .with("String note;", "private String note;")),
        of(
            "a field called like the mapper's own variables",
            "Optional.ofNullable(row.collector)",
            project ->
                project
                    .with("String note;", "String note;\n  String row;\n  String collector;")
                    .with(
                        "Optional<String> note) {}",
                        "Optional<String> note,\n    Optional<String> row,\n    Optional<String> collector) {}")
                    .with(
                        "public record GlazeView(",
                        "public record GlazeView(String row, String collector,")
                    .with(
                        "public record NewGlaze(",
                        "public record NewGlaze(String row, String collector,")));
  }

  private static final String ROW_CONSTRUCTOR =
      """
      protected GlazeRow() {}
        GlazeRow(String code, String label, boolean foodSafe, String finish, String note) {
          this.code = code;
          this.label = label;
          this.foodSafe = foodSafe;
          this.finish = finish;
          this.note = note;
        }
        String getCode() { return code; }
        String getLabel() { return label; }
        boolean isFoodSafe() { return foodSafe; }
        String getFinish() { return finish; }
        String getNote() { return note; }
      """;

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void whatIsGeneratedCompilesWithoutAWarningAndHolds(
      String name, String expected, UnaryOperator<Project> change) throws IOException {
    Project project = change.apply(new Project(folder));
    Tried tried = project.tried(7, 60);
    assertThat(tried.generated().unwritten()).isEmpty();
    assertThat(tried.generated().files())
        .extracting(file -> file.text().replaceAll("\\s+", " "))
        .anySatisfy(text -> assertThat(text).contains(expected));
    assertThat(tried.warnings()).isEmpty();
    assertThat(tried.trial().routes())
        .allSatisfy(
            route -> assertThat(route.outcome()).as(route.toString()).isNotEqualTo(Outcome.BROKEN))
        .extracting(RouteResult::outcome)
        .contains(Outcome.HELD);
  }

  @Test
  void aMissingValueWhereTheTargetRequiresOneIsAFault() {
    Project project =
        new Project(folder).with("String note;", "@Column(nullable = false) String note;");
    assertThat(project.run(OpenProject::generate).files().get(0).text())
        .contains("collector.required(\"note\", glaze.note().orElse(null))");
    assertThat(project.trial().routes().get(0).divergences())
        .singleElement()
        .satisfies(
            divergence -> {
              assertThat(divergence.kind()).isEqualTo(Divergence.Kind.REFUSED);
              assertThat(divergence.after()).isEqualTo("Glaze note: a value is required (missing)");
            });
  }

  @Test
  void theSameLedgerGivesTheSameBytes() {
    Project project = new Project(folder);
    assertThat(project.run(OpenProject::generate)).isEqualTo(project.run(OpenProject::generate));
  }

  @Test
  void writesTheOtherHopsIfOneCannotBeWritten() {
    Project project =
        new Project(folder)
            .with("public record GlazeView(", "public record GlazeView(\n    int stock,");
    Generated generated = project.run(OpenProject::generate);
    assertThat(generated.files())
        .extracting(SourceFile::className)
        .containsExactly("GlazeStoreMapper", "GlazeApiMapper");
    assertThat(Project.text(generated, "GlazeApiMapper")).doesNotContain("GlazeView");
    assertThat(generated.unwritten())
        .containsExactly(
            new Generated.Unwritten(
                "coop.kiln.api.GlazeApiMapper",
                "Glaze->GlazeView",
                "GlazeView.stock has no source"));
    assertThat(project.trial().routes())
        .filteredOn(route -> route.route().contains("GlazeView"))
        .singleElement()
        .satisfies(
            route -> {
              assertThat(route.outcome()).isEqualTo(Outcome.REFUSED);
              assertThat(route.reason())
                  .contains(
                      "no mapper coop.kiln.api.GlazeApiMapper for Glaze->GlazeView:"
                          + " GlazeView.stock has no source");
            });
  }

  @Test
  void aLiteralOfTheWrongTypeMakesTheMapperUnwritable() {
    for (String literal : List.of("many", "null", "40000")) {
      Project project =
          new Project(folder)
              .with("public record GlazeView(", "public record GlazeView(\n    short stock,")
              .row("{ api: stock, given: { value: " + literal + " } }");
      assertThat(project.run(OpenProject::generate).unwritten())
          .singleElement()
          .satisfies(refusal -> assertThat(refusal.hop()).isEqualTo("Glaze->GlazeView"));
    }
  }

  private static Project coats(Project project, String row, String domain, String transfer) {
    return project
        .with("String note;", "String note;\n  " + row)
        .with("Optional<String> note) {}", "Optional<String> note,\n    " + domain + ") {}")
        .with("public record GlazeView(", "public record GlazeView(\n    " + transfer + ",")
        .with(
            "public record NewGlaze(",
            "public record NewGlaze(\n    " + transfer.replace("Long", "Integer") + ",");
  }

  private static Arguments of(String name, String expected, UnaryOperator<Project> change) {
    return Arguments.of(name, expected, change);
  }
}
