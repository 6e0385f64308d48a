package dev.shelftwin.compile;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Sources that are compiled together although some of them do not compile. */
class MemoryCompilerTest {

  @Test
  void aSourceThatDoesNotCompileStopsOnlyThoseThatUseIt() {
    MemoryCompiler.Compiled compiled =
        new MemoryCompiler(List.of(), List.of())
            .compileEach(
                Map.of(
                    "coop.kiln.Right", "package coop.kiln; public class Right {}",
                    "coop.kiln.Wrong", "package coop.kiln; public class Wrong { Nothing x; }",
                    "coop.kiln.User", "package coop.kiln; public class User { Wrong wrong; }"),
                List.of());
    assertThat(compiled.classes()).containsOnlyKeys("coop.kiln.Right");
    assertThat(compiled.failures()).containsOnlyKeys("coop.kiln.User", "coop.kiln.Wrong");
    assertThat(compiled.failures().get("coop.kiln.Wrong")).contains("Nothing");
  }
}
