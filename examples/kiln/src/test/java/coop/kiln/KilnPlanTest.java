package coop.kiln;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.generate.SourceFile;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialProgress;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The plan and the code of the cooperative agree, and the mappers in the tree are of this plan. */
class KilnPlanTest {

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
    assertThat(twin.check()).isEmpty();
  }

  @Test
  void theMappersInTheTreeAreThoseOfThePlan() {
    assertThat(twin.generate().refusals()).isEmpty();
    for (SourceFile mapper : twin.generate().files()) {
      assertThat(Path.of("src/main/java", mapper.path())).hasContent(mapper.text());
    }
  }

  @Test
  void everyRouteHoldsWithMappersGeneratedNow() {
    assertThat(twin.trial(TrialOptions.defaults()).routes())
        .hasSize(23)
        .allSatisfy(KilnPlanTest::holdsWithMostSamplesAccepted);
  }

  @Test
  void everyRouteHoldsWithTheMappersOfTheBuild() {
    assertThat(twin.trialOfCompiled(TrialOptions.defaults(), TrialProgress.SILENT).routes())
        .hasSize(23)
        .allSatisfy(KilnPlanTest::holdsWithMostSamplesAccepted);
  }

  private static void holdsWithMostSamplesAccepted(RouteResult route) {
    assertThat(route.outcome()).as(route.toString()).isEqualTo(Outcome.HELD);
    assertThat(route.refused()).as(route.toString()).isLessThan(route.samples() * 2 / 3);
  }
}
