package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.TrialOptions;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Invented concepts: whatever their types are and however they are made, the mappers compile
 * without a warning and the laws hold. {@code -Dshelftwin.families=20000} tries more of them.
 */
class FamiliesTest {

  private static final int FAMILIES = Integer.getInteger("shelftwin.families", 2_000);
  private static final int TOGETHER = 100;
  private static final long SEED = 20_261_123;

  @TempDir Path folder;

  static IntStream batches() {
    return IntStream.iterate(0, first -> first < FAMILIES, first -> first + TOGETHER);
  }

  @ParameterizedTest(name = "families from {0}")
  @MethodSource("batches")
  void inventedConceptsAreCarried(int first) throws Exception {
    Project project = Families.project(new Project(folder), SEED, first, TOGETHER);
    Generated generated = project.run(twin -> tried(twin));
    assertThat(project.warnings(generated)).isEmpty();
  }

  private static Generated tried(ShelfTwin twin) {
    // What may be lost is told; everything else is accounted for without a word in the plan.
    assertThat(twin.check().findings())
        .allMatch(finding -> finding.rule() == RuleId.LOSSY_CONVERSION);
    Generated generated = twin.generate();
    assertThat(generated.unwritten()).isEmpty();
    List<RouteResult> routes =
        twin.trial(new TrialOptions(1, 6, Set.of(), OptionalInt.empty(), false)).routes();
    assertThat(routes).hasSizeGreaterThan(3 * TOGETHER);
    assertThat(routes)
        .filteredOn(route -> route.outcome() != Outcome.HELD)
        .as("broken or refused")
        .isEmpty();
    return generated;
  }
}
