package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.TrialOptions;
import java.nio.file.Path;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** One domain object in two rows: a row that another row holds as a part of itself. */
class PartRowTest {

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

  private Project glazes(String link, String back, String more) {
    return new Project(folder)
        .with("@Column(nullable = false, length = 40) String label;", link + " LabelRow label;")
        .with("  String note;\n", "")
        .with("{ model: name, store: label }", "{ model: name, store: label.wording }")
        .row("{ model: note, store: label.remark }")
        .java(LABEL.formatted(back, more));
  }

  private void holds(Project project, Generated generated) throws Exception {
    assertThat(project.warnings(generated)).isEmpty();
    TrialOptions options = new TrialOptions(5, 40, Set.of(), OptionalInt.empty(), true);
    assertThat(project.run(twin -> twin.trial(options)).routes())
        .hasSizeGreaterThan(4)
        .allSatisfy(
            route ->
                assertThat(route.outcome())
                    .as(route.route() + " " + route.divergences())
                    .isEqualTo(Outcome.HELD));
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
  void itsFieldsCountAsTheOthersOwn(String link, String back, String more, String expected)
      throws Exception {
    Project project = glazes(link, back, more);
    if (link.endsWith("private")) {
      project.with(
          "protected GlazeRow() {}",
          "protected GlazeRow() {}\n  LabelRow getLabel() { return label; }"
              + "\n  void setLabel(LabelRow label) { this.label = label; }");
    }
    assertThat(project.check()).extracting(Finding::message).isEmpty();
    Generated generated = project.run(ShelfTwin::generate);
    assertThat(Project.text(generated, "GlazeStoreMapper")).contains(expected);
    holds(project, generated);
  }

  @Test
  void whatTheOtherRowKeepsMustBeAccountedForToo() {
    Project project = glazes("@OneToOne(cascade = CascadeType.ALL)", "", "");
    assertThat(project.check())
        .extracting(
            finding ->
                finding.rule().key() + " " + finding.field().map(Object::toString).orElse(""))
        .containsExactly("limit-mismatch GlazeRow.label.wording");
  }

  @Test
  void aPartWithAConceptOfItsOwnIsChangedInPlace() throws Exception {
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
    Generated generated = project.run(ShelfTwin::generate);
    assertThat(Project.text(generated, "GlazeStoreMapper").replaceAll("\\s+", " "))
        .contains(
            "row.sticker = ChildRows.one( row.sticker, glaze.sticker().orElse(null),"
                + " labelMapper::applyTo, labelMapper::toLabelRow);");
  }
}
