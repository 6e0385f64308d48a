package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import dev.shelftwin.trial.RouteResult;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** One domain object in two rows: a row that another row holds as a part of itself. */
public class PartRowTest {

  private static final String LABEL =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class LabelRow {
        @Id @GeneratedValue Long id;
        @Version int version;
        %s
        @Column(nullable = false, length = 40) String wording;
        String remark;
        %s
      }
      """;

  @TempDir Path folder;

  public static Project glazes(Path folder, String link, String back, String more) {
    return new Project(folder)
        .with("@Column(nullable = false, length = 40) String label;", link + " LabelRow label;")
        .with("  String note;\n", "")
        .with("{ model: name, store: label }", "{ model: name, store: label.wording }")
        .row("{ model: note, store: label.remark }")
        .java(LABEL.formatted(back, more));
  }

  private static void assertHolds(Tried tried) {
    assertThat(tried.findings()).extracting(Finding::message).isEmpty();
    assertThat(tried.warnings()).isEmpty();
    assertHeld(tried.trial());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "@OneToOne(cascade = CascadeType.ALL, optional = false) | '' | '' | row.label = new LabelRow();",
        "@OneToOne(mappedBy = \"glaze\", optional = false, cascade = CascadeType.PERSIST)"
            + " | @OneToOne GlazeRow glaze; | '' | row.label.glaze = row;",
        "@OneToOne(optional = false, cascade = {CascadeType.MERGE, CascadeType.PERSIST}) private"
            + " | '' | protected LabelRow() {} | row.getLabel().wording = glaze.name();",
      })
  void itsFieldsCountAsTheOthersOwn(String link, String back, String more, String expected) {
    Project project = glazes(folder, link, back, more);
    if (link.endsWith("private")) {
      project.with(
          "protected GlazeRow() {}",
          "protected GlazeRow() {}\n  LabelRow getLabel() { return label; }"
              + "\n  void setLabel(LabelRow label) { this.label = label; }");
    }
    Tried tried = project.tried(5, 40);
    assertThat(tried.text("GlazeStoreMapper")).contains(expected);
    assertHolds(tried);
  }

  @Test
  void aMissingPartLeavesItsPrimitiveFieldsAlone() {
    Project project = glazes(folder, "@OneToOne(cascade = CascadeType.ALL)", "", "");
    assertThat(project.trial(3, 40).routes()).extracting(RouteResult::samples).containsOnly(40);
  }

  @Test
  void fieldsOfAPartRowMustBeMapped() {
    Project project = glazes(folder, "@OneToOne(cascade = CascadeType.ALL)", "", "");
    assertThat(project.check())
        .extracting(
            finding ->
                finding.rule().key() + " " + finding.field().map(Object::toString).orElse(""))
        .containsExactly("limit-mismatch GlazeRow.label.wording");
  }

  @Test
  void aPartWithAConceptOfItsOwnIsChangedInPlace() {
    Project project =
        new Project(folder)
            .with(
                "String note;\n",
                "@OneToOne(cascade = CascadeType.ALL, orphanRemoval = true) LabelRow sticker;\n")
            .with("Optional<String> note) {}", "Optional<Label> sticker) {}")
            .with("String finish,\n    String note) {}\npackage", "String finish) {}\npackage")
            .java(LABEL.formatted("", ""))
            .java(
                """
                package coop.kiln.model;
                import java.util.Optional;
                public record Label(String wording, Optional<String> remark) {}
                """)
            .plan(
                """
                  Label:
                    store: LabelRow
                    model: Label
                    fields:
                      - { store: id, is: key, stays: the store's own }
                      - { store: version, is: version, stays: optimistic lock }
                """);
    Generated generated = project.run(OpenProject::generate);
    assertThat(Project.text(generated, "GlazeStoreMapper").replaceAll("\\s+", " "))
        .contains(
            "row.sticker = ChildRows.one( row.sticker, glaze.sticker().orElse(null),"
                + " labelMapper::applyTo, labelMapper::toLabelRow);");
  }
}
