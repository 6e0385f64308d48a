package dev.shelftwin.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.rule.CheckResult;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a layer says once for all of its types. */
class LayerDefaultsTest {

  private static final String STORE = "store: { role: persistence, package: coop.kiln.store }";

  @TempDir Path folder;

  private Project store(String words) {
    return new Project(folder)
        .with("- { store: id, is: key, stays: the store's own }\n      ", "")
        .with("- { store: version, is: version, stays: optimistic lock }\n      ", "")
        .with(STORE, "store: { role: persistence, " + words + " }");
  }

  private static List<String> rules(List<Finding> findings) {
    return findings.stream().map(finding -> finding.rule().key()).toList();
  }

  @Test
  void generatedKeysAndVersionsNeedNoRow() {
    assertThat(store("package: coop.kiln.store").check()).isEmpty();
  }

  @Test
  void aFieldDefaultAppliesToFieldsWithoutACounterpart() {
    String audit = "{ field: createdAt, is: audit, stays: written by the database }";
    Project project =
        store("package: coop.kiln.store, fields: [" + audit + "]")
            .with("String note;", "String note;\n  java.time.Instant createdAt;");
    assertThat(project.check()).isEmpty();
    assertThat(Project.text(project.run(OpenProject::generate), "GlazeStoreMapper"))
        .contains("{@code GlazeRow.createdAt}: written by the database");
  }

  @Test
  void aFieldDefaultYieldsToPairingsAndRows() {
    String finish = "{ field: finish, stays: nobody needs it }";
    assertThat(rules(store("package: coop.kiln.store, fields: [" + finish + "]").check()))
        .containsExactly("stale-row");
    String label = "{ field: label, stays: nobody needs it }";
    assertThat(rules(store("package: coop.kiln.store, fields: [" + label + "]").check()))
        .containsExactly("stale-row");
  }

  @Test
  void aLayerAcceptsFindingsOfAllItsTypes() {
    Project project =
        store("package: coop.kiln.store, accept: { leaked-key: clients address rows by id }")
            .with("    GlazeCode code,", "    Optional<Long> id,\n    GlazeCode code,")
            .with("public record GlazeView(", "public record GlazeView(\n    Long id,")
            .row("{ model: id, given: { NewGlaze: { value: null } } }");
    CheckResult result = project.run(OpenProject::check);
    assertThat(result.findings()).isEmpty();
    assertThat(result.acceptedByLayer())
        .singleElement()
        .satisfies(
            accepted -> {
              assertThat(accepted.layer()).isEqualTo("store");
              assertThat(accepted.rule().key()).isEqualTo("leaked-key");
              assertThat(accepted.count()).isEqualTo(1);
            });
  }

  @Test
  void anAcceptanceThatMatchesNothingIsReported() {
    Project project = store("package: coop.kiln.store, accept: { leaked-key: links use it }");
    assertThat(project.check())
        .singleElement()
        .satisfies(
            finding ->
                assertThat(finding.message())
                    .isEqualTo("The layer 'store' accepts leaked-key, which is not found in it."));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "packages: coop.kiln.store",
        "packages: [coop.kiln.store, coop.kiln.archive]",
        "packages: coop.kiln.store.**",
        "packages: coop.**.store",
        "packages: 'coop.*.store'",
        "packages: coop.kiln.**, except: [coop.kiln.model, coop.kiln.api]",
      })
  void packagesMayBeSeveralAndHaveWildcards(String words) {
    assertThat(store(words).check()).isEmpty();
  }

  @Test
  void anExcludedTypeDoesNotBelongToTheLayer() {
    Project project = store("package: coop.kiln.store, except: coop.kiln.store.GlazeRow");
    assertThatThrownBy(() -> project.run(OpenProject::ledger))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("has no type named GlazeRow");
  }

  @Test
  void aNameThatTwoPackagesHaveMustBeQualified() {
    Project project =
        store("packages: [coop.kiln.store, coop.kiln.archive]")
            .java(
                """
                package coop.kiln.archive;
                import jakarta.persistence.*;
                @Entity
                public class GlazeRow {
                  @Id @GeneratedValue Long id;
                  protected GlazeRow() {}
                }
                """);
    assertThat(project.check())
        .extracting(Finding::message)
        .anyMatch(message -> message.contains("GlazeRow") && message.contains("coop.kiln.archive"));
    assertThat(
            project
                .with("store: GlazeRow", "store: coop.kiln.store.GlazeRow")
                .with(
                    "package: coop.kiln.api }",
                    "package: coop.kiln.api }\n  # the archive has no concept")
                .check())
        .extracting(finding -> finding.rule().key())
        .containsExactly("unnamed-type");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "knows: { coop.kiln.Clock: for tests } | allowed-types",
        "apart: { OldRow: for reports } | unlisted-types",
        "unsaid: optional | unspecified-nullness",
      })
  void olderSpellingsAreReadWithANote(String old, String word) {
    Project project = store("package: coop.kiln.store, " + old);
    project.write();
    assertThat(project.run(OpenProject::plan).notes())
        .singleElement()
        .satisfies(note -> assertThat(note.message()).contains("is now called '" + word + "'"));
  }
}
