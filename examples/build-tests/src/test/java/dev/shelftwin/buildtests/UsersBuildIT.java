package dev.shelftwin.buildtests;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The project of two modules, built by Maven from a repository that has our artifacts. */
class UsersBuildIT {

  private static final Path SAMPLE = Path.of("../modules");

  private static final String VIEW = "adapters/src/main/java/coop/kiln/api/TestTileView.java";
  private static final String ROW = "adapters/src/main/java/coop/kiln/store/TestTileRow.java";

  @TempDir Path folder;

  @BeforeEach
  void copySample() throws IOException {
    try (Stream<Path> files = Files.walk(SAMPLE)) {
      for (Path file : (Iterable<Path>) files.filter(UsersBuildIT::isSource)::iterator) {
        Path copy = folder.resolve(SAMPLE.relativize(file).toString());
        Files.createDirectories(copy.getParent());
        Files.copy(file, copy);
      }
    }
    String repository = Path.of(System.getProperty("known.repository")).toUri().toString();
    Files.writeString(folder.resolve("settings.xml"), SETTINGS.replace("REPOSITORY", repository));
  }

  private static boolean isSource(Path file) {
    return Files.isRegularFile(file) && !file.toString().contains("target");
  }

  /** What this build has downloaded already need not be downloaded again. */
  private static final String SETTINGS =
      """
      <settings>
        <profiles>
          <profile>
            <id>known</id>
            <repositories>
              <repository>
                <id>known</id>
                <url>REPOSITORY</url>
                <releases><checksumPolicy>ignore</checksumPolicy></releases>
                <snapshots><enabled>false</enabled></snapshots>
              </repository>
            </repositories>
            <pluginRepositories>
              <pluginRepository>
                <id>known</id>
                <url>REPOSITORY</url>
                <releases><checksumPolicy>ignore</checksumPolicy></releases>
                <snapshots><enabled>false</enabled></snapshots>
              </pluginRepository>
            </pluginRepositories>
          </profile>
        </profiles>
        <activeProfiles>
          <activeProfile>known</activeProfile>
        </activeProfiles>
      </settings>
      """;

  private record Result(int code, String text) {}

  private Result maven(String... goals) throws IOException, InterruptedException {
    List<String> command = new ArrayList<>();
    command.add(System.getProperty("maven.home") + "/bin/mvn");
    command.addAll(
        List.of(
            "-B",
            "-ntp",
            "-s",
            "settings.xml",
            "-Dmaven.repo.local=" + Path.of(System.getProperty("own.repository"))));
    command.addAll(List.of(goals));
    Process process =
        new ProcessBuilder(command).directory(folder.toFile()).redirectErrorStream(true).start();
    String text = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    return new Result(process.waitFor(), text);
  }

  private void change(String file, String find, String put) throws IOException {
    String text = Files.readString(folder.resolve(file));
    assertThat(text).contains(find);
    Files.writeString(folder.resolve(file), text.replace(find, put));
  }

  @Test
  void everyFieldIsProvedInTheBuildAndTheFindingsAreAFile() throws Exception {
    Result built = maven("verify", "-Psarif");
    assertThat(built.code()).as(built.text()).isZero();
    assertThat(built.text()).contains("Tests run: 33, Failures: 0");
    assertThat(folder.resolve("adapters/target/shelf-twin.sarif")).content().contains("2.1.0");
  }

  @Test
  void aForgottenFieldDoesNotCompile() throws Exception {
    change(VIEW, ", String result", "");
    Result built = maven("compile");
    assertThat(built.code()).isNotZero();
    assertThat(built.text())
        .contains("TestTileView.java:[4,8] lost-field: ")
        .contains(messageIn("../../docs/build.md"));
  }

  /** The message that a page shows, without the lines of javac itself. */
  private static List<String> messageIn(String page) throws IOException {
    String block = Files.readString(Path.of(page)).split("```text tested-by [^\\n]*\\n")[1];
    return block
        .substring(0, block.indexOf("```"))
        .lines()
        .map(line -> line.replaceFirst(".* error: |plan: ", "").strip())
        .filter(line -> !line.equals("^") && !line.startsWith("public"))
        .toList();
  }

  @Test
  void aNarrowColumnIsRedInTheRightField() throws Exception {
    change(ROW, "length = 40", "length = 20");
    Result built = maven("verify");
    assertThat(built.code()).isNotZero();
    assertThat(built.text())
        .contains(
            "TestTileRow.java:[17,10] limit-mismatch: TestTile.glaze accepts texts of 40 characters")
        .contains("Failures: 1");
  }
}
