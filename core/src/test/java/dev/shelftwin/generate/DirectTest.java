package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Reads that go from a row straight to a response. */
public class DirectTest {

  @TempDir Path folder;

  public static Project glazes(Path folder) {
    return new Project(folder)
        .with(
            "api: { GlazeView: out, NewGlaze: in }",
            "api: { GlazeView: out, GlazeCard: out, NewGlaze: in }\n"
                + "    direct: GlazeRow -> GlazeCard\n"
                + "    omits: { GlazeCard: { fields: [note, foodSafe], because: the label is small } }")
        .with("String finish;", "short finish;")
        .with("@Column(nullable = false, length = 10) short", "@Column(nullable = false) short")
        .with("String code;", "public String code;")
        .with("String label;", "public String label;")
        .with("short finish;", "public short finish;")
        .row("{ model: finish, codes: { store: { GLOSSY: 1, SATIN: 2, MATT: 3 } } }")
        .java(
            """
            package coop.kiln.api;
            public record GlazeCard(String code, String name, String finish) {}
            """);
  }

  @Test
  void aDirectHopMapsTheRow() throws Exception {
    Project project = glazes(folder);
    assertThat(project.check()).extracting(Finding::message).isEmpty();
    Generated generated = project.run(OpenProject::generate);
    String mapper = Project.text(generated, "GlazeApiMapper");
    assertThat(mapper)
        .contains("public GlazeCard toGlazeCard(Glaze glaze) {")
        .contains("public GlazeCard toGlazeCard(GlazeRow row) {")
        .contains("List<GlazeCard> toGlazeCardListFromRows(List<GlazeRow> rows)")
        .contains("value -> finish(value).name()");
    assertThat(project.warnings(generated)).isEmpty();
    assertHeld(project.trial(3, 40)).contains(List.of("GlazeRow", "GlazeCard"));
  }

  @Test
  void directHopsIncludeUnlistedTypes() throws Exception {
    Project project =
        glazes(folder)
            .with(
                "public String label;", "public String label;\n  @Embedded public TraceRow trace;")
            .with("Optional<String> note) {}", "Optional<String> note,\n Trace trace) {}")
            .with(
                "String name, String finish) {}", "String name, String finish, TraceView trace) {}")
            .with(
                "[note, foodSafe], because: the label is small", "[note, foodSafe], because: small")
            .row(
                "{ model: trace, stays: { GlazeView: of no use }, given: { NewGlaze: { from: caller } } }")
            .java(
                """
                package coop.kiln.model;
                public record Trace(String material, int percent) {}
                package coop.kiln.store;
                @jakarta.persistence.Embeddable
                public class TraceRow { public String material; public int percent; }
                package coop.kiln.api;
                public record TraceView(String material, int percent) {}
                """);
    Generated generated = project.run(OpenProject::generate);
    assertThat(Project.text(generated, "GlazeApiMapper"))
        .contains("traceMapper.toTraceView(row.trace)");
    assertThat(Project.text(generated, "TraceApiMapper"))
        .contains("public TraceView toTraceView(TraceRow row)");
    assertThat(project.warnings(generated)).isEmpty();
  }

  @Test
  void aDirectHopMustListOmittedFields() {
    Project silent = glazes(folder).with("[note, foodSafe]", "[note]");
    assertThat(silent.check())
        .extracting(
            finding ->
                finding.hop().map(Object::toString).orElse("")
                    + " "
                    + finding.field().map(Object::toString).orElse(""))
        .containsExactlyInAnyOrder(
            "Glaze->GlazeCard Glaze.foodSafe", "GlazeRow->GlazeCard GlazeRow.foodSafe");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "GlazeRow to GlazeCard   | does not lead from one type to another",
        "GlazeView -> GlazeCard  | the concept's store has no 'GlazeView'",
        "GlazeRow -> NewGlaze    | what goes out has no 'NewGlaze'",
      })
  void reportsAnImpossibleDirectHop(String way, String message) {
    Project wrong = glazes(folder).with("direct: GlazeRow -> GlazeCard", "direct: " + way);
    assertThatThrownBy(wrong::check)
        .isInstanceOfSatisfying(
            InputException.class,
            refused -> {
              assertThat(refused.errors()).hasSize(1);
              assertThat(refused.errors().get(0).message()).contains(message);
              assertThat(refused.errors().get(0).at().line()).isEqualTo(13);
            });
  }
}
