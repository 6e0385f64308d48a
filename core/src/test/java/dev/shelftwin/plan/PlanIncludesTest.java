package dev.shelftwin.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.PlanEdit;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A plan whose modules keep their own parts. */
class PlanIncludesTest {

  private static final String MAIN =
      """
      shelf-twin: 1
      name: glazes
      code: { sources: src }
      include: [store/part.yaml, api/part.yaml]
      layers:
        model: { role: domain, package: coop.kiln.model }
      concepts:
        Glaze:
          model: Glaze
      """;

  private static final String STORE =
      """
      shelf-twin: 1
      include: more.yaml
      concepts:
        Glaze:
          store: GlazeRow
          fields:
            - { store: id, is: key, stays: the store's own }
            - { model: name, store: label }
      """;

  private static final String MORE =
      """
      shelf-twin: 1
      include: part.yaml
      layers:
        store: { role: persistence, package: coop.kiln.store }
      concepts:
        Glaze:
          fields:
            - { store: version, is: version, stays: optimistic lock }
      """;

  private static final String API =
      """
      shelf-twin: 1
      layers:
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Glaze:
          api: { GlazeView: out, NewGlaze: in }
      """;

  @TempDir Path folder;

  private Project project(String main, String store, String more, String api) throws IOException {
    write("store/part.yaml", store);
    write("store/more.yaml", more);
    write("api/part.yaml", api);
    return new Project(folder).instead(main, Project.GLAZES);
  }

  private void write(String name, String text) throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(file.getParent());
    Files.writeString(file, text);
  }

  @Test
  void partsAreOnePlan() throws IOException {
    Project project = project(MAIN, STORE, MORE, API);
    assertThat(project.check()).isEmpty();
    assertThat(project.run(OpenProject::generate))
        .isEqualTo(new Project(folder.resolve("whole")).run(OpenProject::generate));
  }

  /** Each case: in which file what is wrong, and the message with its place. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "include: [store | include: [stoer | shelf-twin.yaml:4:11: the part of the plan cannot be read: stoer/part.yaml",
        "include: more.yaml | include: mroe.yaml | store/part.yaml:2:10: the part of the plan cannot be read: mroe.yaml",
        "include: more.yaml | nmae: glazes | store/part.yaml:2:1: a part of a plan has no 'nmae'",
        "include: more.yaml | code: { sources: src } | store/part.yaml:2:1: a part of a plan has no 'code'",
        "store: GlazeRow | model: Glaze | store/part.yaml:5:5: 'model' is also at",
        "store: { role | model: { role | store/more.yaml:4:3: 'model' is also at",
        "- { store: id, is: key, stays: the store's own } | - { store: id, si: key } | store/part.yaml:7:22: a row of this concept has no 'si'",
        "api: { GlazeView: out, NewGlaze: in } | fields: none | api/part.yaml:6:13: this is also at",
        "api: { role | api: { roel | api/part.yaml:3:10: a layer has no 'roel'"
      })
  void whatIsWrongInAPartIsSaidWithItsPlace(String find, String put, String message)
      throws IOException {
    Project project =
        project(
            MAIN.replace(find, put),
            STORE.replace(find, put),
            MORE.replace(find, put),
            API.replace(find, put));
    assertThatThrownBy(project::check)
        .isInstanceOfSatisfying(
            InputException.class,
            wrong ->
                assertThat(wrong.errors())
                    .anySatisfy(
                        error ->
                            assertThat(error.at() + ": " + error.message()).contains(message)));
  }

  /** A remedy changes the part that has the rows. */
  @Test
  void anEditIsMadeInTheFileThatHasTheRows() throws IOException {
    Project project =
        project(MAIN, STORE, MORE, API)
            .with("  protected GlazeRow", "  int heat; protected GlazeRow");
    Finding finding = project.check().get(0);
    PlanEdit edit =
        finding.remedies().stream()
            .flatMap(remedy -> remedy.edit().stream())
            .findFirst()
            .orElseThrow();
    Path part = folder.resolve("store/part.yaml");
    assertThat(edit.file()).isEqualTo(part.toString());
    Files.writeString(part, edit.applyTo(Files.readString(part)));
    assertThat(project.check()).isEmpty();
  }
}
