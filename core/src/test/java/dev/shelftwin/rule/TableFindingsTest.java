package dev.shelftwin.rule;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.finding.TableDifference;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TableFindingsTest {

  private static final String ROW = "coop.kiln.store.GlazeRow";

  @TempDir Path folder;

  private List<Finding> findings(Project project, TableDifference... differences) {
    return project.run(
        open -> TableFindings.of(open.ledger(), List.of(differences), LocalDate.of(2026, 3, 1)));
  }

  @Test
  void aDifferenceIsShownWhereTheRowDeclaresIt() {
    List<Finding> findings =
        findings(
            new Project(folder),
            new TableDifference(RuleId.TABLE_MISMATCH, ROW, "code", "It is short."),
            new TableDifference(RuleId.TABLE_DRIFT, ROW, "", "It is old."),
            new TableDifference(RuleId.TABLE_MISMATCH, "", "", "It is nowhere."));
    assertThat(findings)
        .extracting(one -> one.concept() + " " + one.at().file().replaceAll(".*/", ""))
        .containsExactly("Glaze GlazeRow.java", "Glaze GlazeRow.java", "glazes shelf-twin.yaml");
    assertThat(findings.get(0).field().orElseThrow()).hasToString("GlazeRow.code");
    assertThat(findings.get(0).at().line()).isGreaterThan(findings.get(1).at().line());
  }

  @Test
  void aRowOrALayerAcceptsIt() {
    TableDifference drift = new TableDifference(RuleId.TABLE_DRIFT, ROW, "label", "It is old.");
    Project byRow =
        new Project(folder.resolve("row"))
            .with(
                "{ model: name, store: label }",
                "{ model: name, store: label, accept: { table-drift: the old program runs } }");
    assertThat(findings(byRow, drift)).isEmpty();
    assertThat(byRow.check()).as("no stale row: only a trial finds it").isEmpty();
    Project byLayer =
        new Project(folder.resolve("layer"))
            .with(
                "{ role: persistence, package: coop.kiln.store }",
                "{ role: persistence, package: coop.kiln.store,"
                    + " accept: { table-drift: the old program runs } }");
    assertThat(findings(byLayer, drift)).isEmpty();
  }
}
