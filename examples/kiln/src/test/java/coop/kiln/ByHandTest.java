package coop.kiln;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.Severity;
import dev.shelftwin.observe.ObservedMapper;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The variant with mappers that were written by hand: four mistakes, and nothing else. */
class ByHandTest {

  @Test
  void theFourMistakesAreFound() {
    try (ShelfTwin twin = ShelfTwin.open(Path.of("../by-hand/shelf-twin.yaml"))) {
      assertThat(twin.check().findings())
          .noneMatch(finding -> finding.severity() == Severity.ERROR);
      List<ObservedMapper> mappers = twin.observe();
      assertThat(mappers).hasSize(8);
      assertThat(mappers.stream().flatMap(mapper -> mapper.findings().stream()))
          .extracting(
              finding ->
                  finding.rule().key()
                      + " "
                      + finding.at().line()
                      + " "
                      + finding.field().orElseThrow())
          .containsExactly(
              "mapper-crosses 16 Member.familyName",
              "mapper-refuses-missing 19 MemberView.phone",
              "mapper-drops 12 MemberBadge.level",
              "mapper-conditional 24 PieceView.note");
    }
  }
}
