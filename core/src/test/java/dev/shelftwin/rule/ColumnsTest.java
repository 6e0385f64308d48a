package dev.shelftwin.rule;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** What columns refuse or lose: what is marked is found there, and nothing else. */
class ColumnsTest {

  @TempDir Path folder;

  @ParameterizedTest(name = "{0}")
  @MethodSource({"limits"})
  void findsWhatIsMarkedAndNothingElse(String name, UnaryOperator<Project> change) {
    Project project = change.apply(new Project(folder));
    assertThat(project.found(project.check())).isEqualTo(project.promised());
  }

  static Stream<Arguments> limits() {
    return Stream.of(
        of(
            "a column that may be null where the domain requires a value",
            project ->
                project.with(
                    "@Column(nullable = false, length = 40) String label;",
                    "@Column(length = 40) String label; //~ limit-mismatch")),
        of(
            "a column that may be null where the plan says that the domain does without",
            project ->
                project
                    .with(
                        "@Column(nullable = false, length = 40) String label;",
                        "@Column(length = 40) String label;")
                    .with("role: domain,", "role: domain, unsaid: optional,")),
        of(
            "a column that is not null where the plan says so of all that say nothing",
            project ->
                project
                    .with(
                        "@Column(nullable = false, length = 40) String label;",
                        "@Column(length = 40) String label;")
                    .with("role: persistence,", "role: persistence, unsaid: required,")
                    .with(
                        "    Finish finish,\n    Optional<String> note)",
                        "    Finish finish,\n    Optional<String> note //~ limit-mismatch\n    )")),
        of(
            "a column that must not be null where the domain may have none",
            project ->
                project
                    .with("String note;", "@Column(nullable = false) String note;")
                    .with(
                        "    Finish finish,\n    Optional<String> note)",
                        "    Finish finish,\n    Optional<String> note //~ limit-mismatch\n    )")),
        of(
            "a mismatch that is meant",
            project ->
                project
                    .with(
                        "@Column(nullable = false, length = 40) String label;",
                        "@Column(length = 40) String label;")
                    .with(
                        "{ model: name, store: label }",
                        "{ model: name, store: label, accept: { limit-mismatch: old rows } }")),
        of(
            "a constant's name that fits its column",
            project -> project.with("length = 10) String finish;", "length = 6) String finish;")),
        of(
            "a constant's name that is longer than its column",
            project ->
                project.with(
                    "length = 10) String finish;",
                    "length = 5) String finish; //~ limit-mismatch")),
        of(
            "a constant that is longer than the column which keeps it by its name",
            project ->
                project.with(
                    "length = 10) String finish;",
                    "length = 5) @Enumerated(EnumType.STRING) coop.kiln.model.Finish finish;"
                        + " //~ limit-mismatch")),
        of(
            "a constant that its column keeps as a number",
            project ->
                project.with(
                    "length = 10) String finish;", "length = 5) coop.kiln.model.Finish finish;")),
        of(
            "what columns hold together, one of which must not be null",
            project -> size(project, "@Column(nullable = false) Integer height;", "")),
        of(
            "what columns hold together, all of which may be null",
            project -> size(project, "Integer height; //~ limit-mismatch", " //~ limit-mismatch")),
        of(
            "a list without a column for its order",
            project -> labels(project, "List<String> labels; //~ lossy-conversion", "List")),
        of(
            "a list that its table sorts",
            project ->
                labels(project, "@OrderBy List<String> labels; //~ lossy-conversion", "List")),
        of(
            "a list with a column for its order",
            project -> labels(project, "@OrderColumn List<String> labels;", "List")),
        of(
            "a list that is made of a set",
            project ->
                labels(project, "List<String> labels;", "Set")
                    .row("{ model: labels, accept: { lossy-conversion: sets have none } }")),
        of("a set in a table", project -> labels(project, "Set<String> labels;", "Set")),
        of(
            "a decimal number without a scale",
            project -> price(project, "java.math.BigDecimal price; //~ lossy-conversion")),
        of(
            "a decimal number with one",
            project ->
                price(project, "@Column(precision = 9, scale = 2) java.math.BigDecimal price;")),
        of(
            "a time that keeps milliseconds only",
            project ->
                made(
                    project,
                    "@Column(secondPrecision = 3) java.time.Instant made; //~ lossy-conversion")),
        of(
            "a column that is written once, for a value that cannot change",
            project ->
                project.with("length = 40) String", "length = 40, updatable = false) String")),
        of(
            "a column that is written once, for a value with a setter",
            project ->
                project
                    .with(
                        "String note;",
                        "String note;\n  @Column(updatable = false) int coats; //~ lossy-conversion")
                    .with("String> note) {}", "String> note,\n    Coats coats) {}")
                    .with("GlazeView(", "GlazeView(\n    int coats,")
                    .with("NewGlaze(", "NewGlaze(\n    int coats,")
                    .row("{ model: coats.number, store: coats, api: coats }")
                    .java(
                        """
                        package coop.kiln.model;
                        public class Coats {
                          private int number;
                          public int getNumber() { return number; }
                          public void setNumber(int number) { this.number = number; }
                        }
                        """)),
        of(
            "a column that is written once, of a bean, which has setters for everything",
            project ->
                project.instead(
                    Project.LAYERS + "  Piece: { store: PieceRow, model: Piece, api: PieceView }\n",
                    """
                    package coop.kiln.store;
                    import jakarta.persistence.*;
                    @Entity
                    public class PieceRow {
                      @Id @GeneratedValue Long id;
                      @Column(updatable = false) int made;
                      int weight;
                    }
                    package coop.kiln.model;
                    public class Piece {
                      private int made;
                      private int weight;
                      public int getMade() { return made; }
                      public void setMade(int made) { this.made = made; }
                      public int getWeight() { return weight; }
                      public void setWeight(int weight) { this.weight = weight; }
                    }
                    package coop.kiln.api;
                    public record PieceView(int made, int weight) {}
                    """)),
        of(
            "a number that the plan counts in another unit than its name says",
            project ->
                project
                    .with("String note;", "String note;\n  long dryingMinutes;")
                    .with("String> note) {}", "String> note,\n    java.time.Duration drying) {}")
                    .with("GlazeView(", "GlazeView(\n    java.time.Duration drying,")
                    .with("NewGlaze(", "NewGlaze(\n    java.time.Duration drying,")
                    .row(
                        "{ model: drying, store: dryingMinutes, unit: seconds, accept: {"
                            + " lossy-conversion: whole minutes } } #~ type-mismatch")),
        of(
            "a version in a response that is always the same",
            project ->
                project
                    .with("GlazeView(", "GlazeView(\n    int version, //~ unfilled-field\n")
                    .row("{ GlazeView: version, given: { value: 1 } }")),
        of("a time as fine as columns are", project -> made(project, "java.time.Instant made;")),
        of(
            "a time that keeps milliseconds, and that is enough",
            project ->
                made(project, "@Column(secondPrecision = 3) java.time.Instant made;")
                    .row("{ model: made, accept: { lossy-conversion: nobody counts faster } }")));
  }

  private static Project labels(Project project, String column, String inside) {
    return everywhere(project, "@ElementCollection " + column, inside + "<String>", "labels")
        .with("Optional<" + inside + "<String>> labels", inside + "<String> labels")
        .importing("java.util.List", "java.util.Set");
  }

  private static Project size(Project project, String column, String mark) {
    return project
        .with("String note;", "String note;\n  @Embedded SizeColumns size;" + mark)
        .with("Optional<String> note) {}", "Optional<String> note,\n    Size size) {}")
        .with("public record GlazeView(", "public record GlazeView(\n    SizeView size,")
        .with("public record NewGlaze(", "public record NewGlaze(\n    SizeView size,")
        .java(
            "package coop.kiln.store;\nimport jakarta.persistence.*;\n@Embeddable\n"
                + "public class SizeColumns {\n  "
                + column
                + """

                }
                package coop.kiln.model;
                public record Size(Integer height) {}
                package coop.kiln.api;
                public record SizeView(Integer height) {}
                """)
        .plan(
            """
              Size:
                store: SizeColumns
                model: Size
                api: { SizeView: both }
            """);
  }

  private static Project price(Project project, String column) {
    return everywhere(project, column, "java.math.BigDecimal", "price");
  }

  private static Project made(Project project, String column) {
    return everywhere(project, column, "java.time.Instant", "made");
  }

  private static Project everywhere(Project project, String column, String type, String name) {
    return project
        .with("String note;", "String note;\n  " + column)
        .with(
            "Optional<String> note) {}",
            "Optional<String> note,\n    Optional<" + type + "> " + name + ") {}")
        .with(
            "public record GlazeView(", "public record GlazeView(\n    " + type + " " + name + ",")
        .with("public record NewGlaze(", "public record NewGlaze(\n    " + type + " " + name + ",");
  }

  private static Arguments of(String name, UnaryOperator<Project> change) {
    return Arguments.of(name, change);
  }
}
