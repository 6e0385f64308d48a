package coop.kiln;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.generate.SourceFile;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialProgress;
import java.nio.file.Path;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The plan and the code of the cooperative agree, and the mappers in the tree are of this plan. */
class KilnPlanTest {

  /** Enough for every build; a release takes the usual 200. */
  private static final TrialOptions SOME =
      new TrialOptions(1, 50, Set.of(), OptionalInt.empty(), true);

  private ShelfTwin twin;

  @BeforeEach
  void open() {
    twin = ShelfTwin.open(Path.of("shelf-twin.yaml"));
  }

  @AfterEach
  void close() {
    twin.close();
  }

  @Test
  void nothingIsWrong() {
    assertThat(twin.check().findings()).isEmpty();
  }

  @Test
  void theMappersInTheTreeAreThoseOfThePlan() {
    assertThat(twin.generate().unwritten()).isEmpty();
    for (SourceFile mapper : twin.generate().files()) {
      assertThat(Path.of("src/main/java", mapper.path())).hasContent(mapper.text());
    }
  }

  @Test
  void everyRouteHoldsWithMappersGeneratedNow() {
    assertThat(twin.trial(SOME).routes())
        .hasSize(60)
        .allSatisfy(KilnPlanTest::holdsWithMostSamplesAccepted);
  }

  @Test
  void everyRouteHoldsWithTheMappersOfTheBuild() {
    assertThat(twin.trialOfCompiled(SOME, TrialProgress.SILENT).routes())
        .hasSize(60)
        .allSatisfy(KilnPlanTest::holdsWithMostSamplesAccepted);
  }

  private static void holdsWithMostSamplesAccepted(RouteResult route) {
    assertThat(route.outcome()).as(route.toString()).isEqualTo(Outcome.HELD);
    assertThat(route.refused()).as(route.toString()).isLessThan(route.samples() * 2 / 3);
  }
}
