package coop.kiln;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.TrialOptions;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

/** A service of two layers: rows and what goes over the wire. */
class GlazePlanTest {

  @Test
  void nothingIsWrongAndEveryRouteHolds() {
    try (ShelfTwin twin = ShelfTwin.open(Path.of("shelf-twin.yaml"))) {
      assertThat(twin.check().findings()).isEmpty();
      assertThat(twin.generate().unwritten()).isEmpty();
      assertThat(twin.generate().files())
          .hasSize(1)
          .allSatisfy(
              mapper ->
                  assertThat(Path.of("src/main/java", mapper.path())).hasContent(mapper.text()));
      assertThat(twin.trial(TrialOptions.defaults().withSamples(50)).routes())
          .hasSizeGreaterThan(3)
          .allSatisfy(route -> assertThat(route.outcome()).isEqualTo(Outcome.HELD));
    }
  }
}
