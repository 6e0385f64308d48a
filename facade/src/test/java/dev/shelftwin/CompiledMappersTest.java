package dev.shelftwin;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialProgress;
import dev.shelftwin.trial.TrialResult;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Trials of mappers that are compiled already. */
class CompiledMappersTest {

  @TempDir Path folder;

  @BeforeEach
  void compileMappers() throws IOException {
    Project project = new Project(folder);
    Path mappers = folder.resolve("mappers");
    MapperFiles.write(project.run(OpenProject::generate), mappers);
    try (Stream<Path> files = Files.walk(mappers)) {
      assertThat(
              Project.compile(
                  files.filter(Files::isRegularFile).toList(),
                  folder.resolve("src"),
                  Files.createDirectories(folder.resolve("classes")),
                  "-proc:none"))
          .isEmpty();
    }
  }

  @Test
  void areTestedAsTheyAre() {
    assertHeld(trial());
  }

  @Test
  void oneThatIsMissingIsReported() throws IOException {
    Files.delete(folder.resolve("classes/coop/kiln/store/GlazeStoreMapper.class"));
    assertThatThrownBy(this::trial)
        .isInstanceOf(InputException.class)
        .hasMessageContaining("coop.kiln.store.GlazeStoreMapper")
        .hasMessageContaining("--compiled");
  }

  private TrialResult trial() {
    CodeOptions code =
        new CodeOptions(
            List.of(folder.resolve("classes")), List.of(), List.of(Project.persistenceApi()));
    try (ShelfTwin twin = ShelfTwin.open(folder.resolve("shelf-twin.yaml"), code)) {
      return twin.trialOfCompiled(TrialOptions.defaults().inMemory(), TrialProgress.SILENT);
    }
  }
}
