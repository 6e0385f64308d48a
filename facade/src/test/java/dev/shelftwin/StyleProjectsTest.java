package dev.shelftwin;

import static dev.shelftwin.testkit.Trials.divergences;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.change.ChangePreview;
import dev.shelftwin.change.ChangedSources;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialResult;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Projects in other styles: a first plan without options, what is left to decide, and trials. */
class StyleProjectsTest {

  @TempDir Path folder;

  /**
   * The columns: the project, its concepts, the rules that ask for a decision, and what a table
   * rounds although nothing in the domain says so.
   */
  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          shop      | Customer Order OrderLine Product | limit-mismatch lossy-conversion open-question          |
          workshops | Booking Guest Money Workshop     | open-question                                          |
          lab       | Glaze Ingredient TestTile        | lossy-conversion open-question open-question           | percent
          repairs   | Repair Step Tool                 | open-question open-question                            | dailyRate
          deliveries | Address Delivery Line Payment Supplier | open-question open-question open-question open-question open-question | createdAt kilos
          studios   | Firing Segment Studio            | ''                                                     |
          lending   | Loan LoanItem Member             | open-question open-question open-question              |
          """)
  void theFirstPlanAsksOnlyForDecisions(
      String project, String concepts, String decisions, String rounded) throws IOException {
    StyleProject style = new StyleProject(project, folder);
    assertThat(style.draft().concepts()).containsExactly(concepts.split(" "));
    List<Finding> findings = style.run(twin -> twin.check().findings());
    assertThat(findings)
        .extracting(finding -> finding.rule().key())
        .containsExactlyInAnyOrder(decisions.isEmpty() ? new String[0] : decisions.split(" "));
    style.answer();
    TrialResult result =
        style.run(twin -> twin.trial(new TrialOptions(7, 60, Set.of(), OptionalInt.empty(), true)));
    assertThat(result.routes()).isNotEmpty();
    assertThat(divergences(result))
        .allSatisfy(
            found ->
                assertThat(found.kind().key() + " " + found.field())
                    .matches("rounded .*\\.(" + String.valueOf(rounded).replace(' ', '|') + ")"));
    assertThat(result.routes())
        .filteredOn(route -> route.divergences().isEmpty())
        .extracting(RouteResult::outcome)
        .containsOnly(Outcome.HELD);
  }

  /** Changed sources are completed by the processors of the build before they are read. */
  @Test
  void aChangeOfClassesThatLombokCompletesIsTriedAsTheyAreThen() throws IOException {
    StyleProject style = new StyleProject("lab", folder);
    style.draft();
    ChangePreview added = style.run(twin -> twin.whatIf().added("Glaze", "shine: int", List.of()));
    assertThat(added.sources().files().values())
        .extracting(ChangedSources.Changed::after)
        .hasSize(3)
        .allMatch(text -> text.matches("(?s).*\\n  (private )?int shine;\\n}\\n"));
    assertThat(added.breaks()).isFalse();
    ChangePreview renamed =
        style.run(twin -> twin.whatIf().renamed("Glaze.name", "title", List.of()));
    assertThat(renamed.sources().files()).hasSize(3);
    assertThat(renamed.breaks()).isFalse();
  }
}
