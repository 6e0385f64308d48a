package dev.shelftwin.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.generate.MapperGenerator;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Everything that a field touches. */
class FieldImpactTest {

  @TempDir Path folder;

  private FieldImpact impact(String field) {
    return new Project(folder)
        .run(
            open -> {
              Ledger ledger = open.ledger();
              return FieldImpact.of(
                  field, ledger, open.check().findings(), MapperGenerator.generate(ledger));
            });
  }

  @Test
  void aFieldIsFollowedThroughItsTypesAndMappers() {
    FieldImpact impact = impact("Glaze.name");
    assertThat(impact.stops())
        .extracting(stop -> stop.shape() + "." + stop.field() + " " + stop.end())
        .containsExactly(
            "Glaze.name ",
            "GlazeRow.label column label",
            "GlazeView.name JSON name",
            "NewGlaze.name JSON name");
    assertThat(impact.mappers())
        .extracting(FieldImpact.MapperLine::method)
        .contains("toGlaze", "applyTo", "toGlazeView");
    assertThat(impact.mappers())
        .allSatisfy(line -> assertThat(line.text()).matches(".*(name|[lL]abel).*"));
    assertThat(impact.rows()).isNotEmpty();
    String text = ImpactText.of(impact, Style.PLAIN);
    assertThat(text).startsWith("Glaze.name\n").contains("in mappers\n", "in the plan\n");
    assertThat(ImpactJson.of("glazes", impact))
        .contains("\"field\" : \"name\"", "\"lossy\" : false");
  }

  /** The column is named like the field, not like the methods that show it. */
  @Test
  void aFieldThatMethodsShowByAnotherNameKeepsItsColumn() {
    FieldImpact impact =
        new Project(folder)
            .with(
                "String label;",
                "private String _text;\n  String getLabel() { return _text; }\n"
                    + "  void setLabel(String label) { _text = label; }")
            .run(open -> FieldImpact.of("Glaze.name", open.ledger(), List.of(), open.generate()));
    assertThat(impact.stops())
        .extracting(stop -> stop.shape() + "." + stop.field() + " " + stop.end())
        .contains("GlazeRow.label column _text");
  }

  /** A field that is called like a package is not read by its imports. */
  @Test
  void onlyLinesOfMethodsReadAField() {
    FieldImpact impact =
        new Project(folder)
            .with("String note;", "String note;\n  String kiln;")
            .with("Optional<String> note) {}", "Optional<String> note,\n    String kiln) {}")
            .with("public record GlazeView(", "public record GlazeView(\n    String kiln,")
            .with("public record NewGlaze(", "public record NewGlaze(\n    String kiln,")
            .run(open -> FieldImpact.of("Glaze.kiln", open.ledger(), List.of(), open.generate()));
    assertThat(impact.mappers())
        .isNotEmpty()
        .allSatisfy(line -> assertThat(line.method()).matches("to.+|applyTo"));
  }

  /** Each: how a field is named, and its name in the hub. */
  @ParameterizedTest
  @CsvSource({"Glaze.name, name", "GlazeRow.label, name", "GlazeView.name, name"})
  void anyTypeNamesAField(String named, String field) {
    assertThat(impact(named).field()).isEqualTo(field);
  }

  /** Each: what is asked for, and the error. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          Glaze       | this names no field
          Glaze.      | this names no field
          Glase.name  | the plan has no concept or type Glase
          Glaze.nam   | Glaze has no field nam
          GlazeRow.x  | GlazeRow has no field x
          """)
  void whatIsNotThereIsAnError(String named, String error) {
    assertThatThrownBy(() -> impact(named))
        .isInstanceOf(InputException.class)
        .hasMessageContaining(error);
  }
}
