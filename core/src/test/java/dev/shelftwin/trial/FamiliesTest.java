package dev.shelftwin.trial;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import java.nio.file.Path;
import java.util.stream.IntStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Invented concepts: whatever their types are and however they are made, the mappers compile
 * without a warning and the laws hold. {@code -Dshelftwin.families=20000} tries more of them.
 */
@Execution(ExecutionMode.CONCURRENT)
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
  void inventedConceptsAreCarried(int first) {
    Project project = Families.project(new Project(folder), SEED, first, TOGETHER);
    Tried tried = project.tried(1, 6);
    // What may be lost is told; everything else is accounted for without a word in the plan.
    assertThat(tried.findings()).allMatch(finding -> finding.rule() == RuleId.LOSSY_CONVERSION);
    assertThat(tried.generated().unwritten()).isEmpty();
    assertThat(tried.warnings()).isEmpty();
    assertHeld(tried.trial()).hasSizeGreaterThan(3 * TOGETHER);
  }
}
