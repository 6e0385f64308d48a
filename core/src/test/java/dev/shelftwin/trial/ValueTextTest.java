package dev.shelftwin.trial;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;

import java.util.Collections;
import org.junit.jupiter.api.Test;

/** Values as people read them. */
class ValueTextTest {

  private final ValueText text = new ValueText(mock(StoredParts.class), mock(ObjectAccess.class));

  @Test
  void longValuesAreCutWhereTheyAreShown() {
    assertThat(text.shown(Collections.nCopies(3, "clay")))
        .isEqualTo("[\"clay\", \"clay\", \"clay\"]");
    assertThat(text.shown(Collections.nCopies(500, "clay")))
        .startsWith("[\"clay\", \"clay\", ")
        .endsWith("…")
        .hasSize(301);
    assertThat(text.shown(Collections.nCopies(500, "🏺")))
        .endsWith("…")
        .matches(cut -> cut.codePointCount(0, cut.length()) == 301);
  }
}
