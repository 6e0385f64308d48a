package dev.shelftwin.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.report.FindingText;
import dev.shelftwin.report.Style;
import dev.shelftwin.shape.Place;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a person sees: the same words with and without colour, within the width of a terminal. */
class TerminalTest {

  private static final int WIDTH = 120;

  @TempDir static Path folder;
  private static Path clean;
  private static Path flawed;

  @BeforeAll
  static void writeExamples() {
    clean = KilnExample.write(folder.resolve("clean"), List.of());
    flawed = KilnExample.write(folder.resolve("flawed"), Flaw.ALL);
  }

  @Test
  void coloursChangeNoWord() {
    for (String command : List.of("ledger", "check", "trial")) {
      List<String> call = new ArrayList<>(List.of(command, flawed.toString()));
      if (command.equals("trial")) {
        call.addAll(List.of("--in-memory", "--samples", "20"));
      }
      String plain = run(Style.PLAIN, call);
      String coloured = run(Style.COLOURED, call);
      assertThat(plain).doesNotContain("\u001b");
      assertThat(coloured).contains("\u001b[1;31m");
      assertThat(coloured.replaceAll("\u001b\\[[0-9;]*m", "")).isEqualTo(plain);
    }
  }

  @Test
  void theLedgerHasARowForEachFieldAndAColumnForEachLayer() {
    String ledger = run(Style.PLAIN, List.of("ledger", clean.toString()));
    assertThat(ledger.lines()).allMatch(line -> line.length() <= WIDTH);
    assertThat(cells(ledger, "started  Opt"))
        .containsExactly(
            "started  Optional<Instant>",
            "startedAt  Instant  ⇄ carried",
            "FiringView: started  Instant  → carried");
    assertThat(ledger)
        .contains("│ model: Firing")
        .contains("FiringView (out), FiringCard (out),")
        .contains("⇄ derived: from started to ended")
        .contains("BookFiring: ← given: PLANNED")
        .endsWith("→ from the domain  ← to the domain  ⇄ both directions\n");
  }

  @Test
  void theLedgerOfAFlawedPlanMarksWhatIsLost() {
    String ledger = run(Style.PLAIN, List.of("ledger", flawed.toString()));
    assertThat(ledger).contains("emergencyContact  String", "→ unfilled", "← lost");
    assertThat(run(Style.PLAIN, List.of("ledger", clean.toString())))
        .doesNotContain("unfilled", "← lost", "→ lost");
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 60, 150, 300})
  void aLongLineIsCutAroundThePlaceThatIsMeant(int column) {
    String line = "x".repeat(column - 1) + "Y" + "x".repeat(300 - column);
    InputError error =
        new InputError(new Place("Firing.java", 7, column, line), "it is wrong", "mend it");
    List<String> shown = FindingText.ofErrors(List.of(error), Style.PLAIN).lines().toList();
    assertThat(shown).allMatch(text -> text.length() <= WIDTH);
    assertThat(shown.get(1).charAt(shown.get(2).indexOf('^'))).isEqualTo('Y');
  }

  @Test
  void aDivergenceShowsEveryStopAndTheTypeOfTheColumn() {
    String trial = run(Style.PLAIN, List.of("trial", "--concept", "Firing", flawed.toString()));
    assertThat(trial)
        .contains("rounded  FiringRow.startedAt on FiringRow->FiringRow@table: sent ")
        .containsPattern(" +Firing +FiringRow +FiringRow@table\n")
        .contains("timestamp(6) with time zone")
        .contains("with id (none), number \"F-")
        .contains("--seed 1 --concept Firing --sample")
        .contains("BookFiring->BookFiring@wire->Firing->FiringRow->FiringRow@table->Firing\n");
    assertThat(trial.lines().filter(line -> !line.contains("repeat it:")))
        .allMatch(line -> line.length() <= WIDTH + 30);
  }

  @Test
  void printsEvidenceOnce() {
    String trial =
        run(Style.PLAIN, List.of("trial", "--in-memory", "--concept", "Member", flawed.toString()));
    assertThat(trial.split("swapped  Member.givenName", -1)).hasSize(3);
    assertThat(trial.split("the smallest sample found", -1)).hasSize(2);
  }

  /** The first lines of the cells of the row that begins so. */
  private static List<String> cells(String table, String first) {
    return table
        .lines()
        .filter(line -> line.startsWith("│ " + first))
        .map(line -> Arrays.stream(line.substring(1).split("│", -1)).map(String::strip).toList())
        .map(cells -> cells.subList(0, cells.size() - 1))
        .findFirst()
        .orElseThrow();
  }

  private static String run(Style style, List<String> call) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    Console console =
        new Console(
            new PrintStream(out, true, StandardCharsets.UTF_8),
            new PrintStream(err, true, StandardCharsets.UTF_8),
            style,
            false);
    int code = Main.run(console, call.toArray(String[]::new));
    assertThat(code).as(err.toString(StandardCharsets.UTF_8)).isLessThan(2);
    assertThat(err.toString(StandardCharsets.UTF_8).strip())
        .isEqualTo(call.contains("check") ? CheckCommand.UNCOMPILED : "");
    return out.toString(StandardCharsets.UTF_8);
  }
}
