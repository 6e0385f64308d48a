package dev.shelftwin.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialResult;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The planted mistakes of the demo: each is found by name, and repairing one ends its finding. */
@Execution(ExecutionMode.CONCURRENT)
class FlawTest {

  /** The concepts that the mistakes are planted in; that the others hold is seen elsewhere. */
  private static final TrialOptions FLAWED =
      new TrialOptions(1, 60, Set.of("Member", "Firing"), OptionalInt.empty(), true);

  @TempDir Path folder;

  static List<Flaw> flaws() {
    return Flaw.ALL;
  }

  @Test
  void theCleanExampleHasNoFindings() {
    assertThat(evidence(List.of())).isEmpty();
  }

  @ParameterizedTest
  @MethodSource("flaws")
  void oneMistakeAloneIsFoundAloneByTheStageThatShould(Flaw flaw) {
    assertThat(evidence(List.of(flaw))).containsExactlyElementsOf(expected(List.of(flaw)));
  }

  @ParameterizedTest
  @MethodSource("flaws")
  void repairingOneOfThemMakesExactlyItsFindingGo(Flaw repaired) {
    List<Flaw> left = new ArrayList<>(Flaw.ALL);
    left.remove(repaired);
    assertThat(evidence(left)).containsExactlyElementsOf(expected(left));
  }

  /** A swap shows on both of its fields, and so does what is done to both times. */
  private static Set<String> expected(List<Flaw> flaws) {
    Set<String> expected = new TreeSet<>();
    for (Flaw flaw : flaws) {
      expected.add(flaw.stage() + ": " + flaw.evidence());
      if (flaw.evidence().endsWith("givenName")) {
        expected.add("trial: " + flaw.evidence().replace("givenName", "familyName"));
      }
      if (flaw.evidence().endsWith("startedAt")) {
        expected.add("trial: " + flaw.evidence().replace("startedAt", "endedAt"));
      }
    }
    return expected;
  }

  private Set<String> evidence(List<Flaw> flaws) {
    Path plan = KilnExample.write(folder, flaws);
    try (ShelfTwin twin = ShelfTwin.open(plan)) {
      TrialResult trial = twin.trial(FLAWED);
      assertThat(trial.routes()).extracting("outcome").doesNotContain(Outcome.REFUSED);
      Stream<String> found =
          twin.check().findings().stream()
              .map(
                  found1 ->
                      "check: "
                          + found1.rule().key()
                          + " "
                          + found1.field().map(Object::toString).orElse(""));
      Stream<String> diverged =
          trial.routes().stream()
              .flatMap(route -> route.divergences().stream())
              .map(divergence -> "trial: " + divergence.hop() + " " + divergence.field());
      return Stream.concat(found, diverged).collect(Collectors.toCollection(TreeSet::new));
    }
  }
}
