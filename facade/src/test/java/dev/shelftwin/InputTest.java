package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Code that cannot be found is reported with place, cause and remedy. */
class InputTest {

  @TempDir Path folder;

  static Stream<Arguments> cases() {
    return Stream.of(
        of(
            "a source folder that is not there",
            project -> project.with("sources: src", "sources: source"),
            "shelf-twin.yaml:3:18",
            "there is no such source folder",
            "relative to the plan"),
        of(
            "no code at all",
            project -> project.with("code: { sources: src }\n", ""),
            "shelf-twin.yaml:1:1",
            "nothing says where the code is",
            "--sources"),
        of(
            "a class path file that is not there",
            project -> project.with("sources: src", "sources: src, class-path: target/cp.txt"),
            "shelf-twin.yaml:3:35",
            "the class path names what is not there",
            "mvn dependency:build-classpath"));
  }

  @Test
  void draftAddsNothingToAPlanWithParts() throws IOException {
    Project project =
        new Project(folder)
            .with("  model: { role: domain, package: coop.kiln.model }\n", "")
            .with("name: glazes\n", "name: glazes\ninclude: part.yaml\n")
            .write();
    Files.writeString(
        folder.resolve("part.yaml"),
        "shelf-twin: 1\nlayers: { model: { role: domain, package: coop.kiln.model } }\n");
    DraftRequest request = new DraftRequest(project.planFile(), CodeOptions.NONE, List.of());
    assertThatThrownBy(() -> PlanDraft.of(request))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("draft cannot add to a plan whose parts stand in other files");
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void reportsPlaceCauseAndRemedy(
      String name, UnaryOperator<Project> change, String place, String cause, String remedy) {
    Project project = change.apply(new Project(folder)).write();
    CodeOptions code = name.contains("class path file") ? CodeOptions.NONE : Twins.code();
    assertThatThrownBy(
            () -> {
              try (ShelfTwin twin = ShelfTwin.open(project.planFile(), code)) {
                twin.check();
              }
            })
        .isInstanceOf(InputException.class)
        .hasMessageContaining(place)
        .hasMessageContaining(cause)
        .hasMessageContaining(remedy);
  }

  @Test
  void reportsAMissingEntryOfAClassPathFile() throws IOException {
    Project project = new Project(folder).write();
    Path list = Files.writeString(folder.resolve("cp.txt"), "/nowhere/at-all.jar\n");
    CodeOptions code = new CodeOptions(List.of(), List.of(), List.of(list));
    assertThatThrownBy(() -> ShelfTwin.open(project.planFile(), code))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("cp.txt")
        .hasMessageContaining("/nowhere/at-all.jar");
  }

  @Test
  void aClassPathFileMayHoldEntriesOnOneLine() throws IOException {
    Project project = new Project(folder).write();
    String entries = Project.persistenceApi() + java.io.File.pathSeparator + folder;
    Path list = Files.writeString(folder.resolve("cp.txt"), entries);
    CodeOptions code = new CodeOptions(List.of(), List.of(), List.of(list));
    try (ShelfTwin twin = ShelfTwin.open(project.planFile(), code)) {
      assertThat(twin.check().findings()).isEmpty();
    }
  }

  @Test
  void aClassPathFileMayNameItself() throws IOException {
    Project project = new Project(folder).write();
    Path list = folder.resolve("cp.txt");
    Files.write(list, List.of(list.toString(), Project.persistenceApi().toString()));
    CodeOptions code = new CodeOptions(List.of(), List.of(), List.of(list));
    try (ShelfTwin twin = ShelfTwin.open(project.planFile(), code)) {
      assertThat(twin.check().findings()).isEmpty();
    }
  }

  @Test
  void classesMayBeInAJar() throws IOException {
    Project project =
        new Project(folder)
            .java(
                "package coop.kiln.api;\npublic class Peek {\n"
                    + "  public void show(coop.kiln.store.GlazeRow row) {}\n}\n")
            .write();
    project.checkCompiled();
    CodeOptions code = new CodeOptions(List.of(jar("")), List.of(), Twins.code().classPath());
    try (ShelfTwin twin = ShelfTwin.open(project.planFile(), code)) {
      assertThat(twin.check().findings())
          .extracting(Finding::rule)
          .containsExactly(RuleId.LAYER_BREACH);
    }
  }

  @Test
  void anArchiveWhoseClassesAreInNoPackageIsUnpacked() throws IOException {
    new Project(folder).checkCompiled();
    Path archive = jar("WEB-INF/classes/");
    CodeOptions code = new CodeOptions(List.of(archive), List.of(), Twins.code().classPath());
    DraftRequest request = new DraftRequest(folder.resolve("new.yaml"), code, List.of());
    assertThatThrownBy(() -> PlanDraft.of(request))
        .isInstanceOf(InputException.class)
        .hasMessageContaining(archive.toString())
        .hasMessageContaining("It keeps classes in WEB-INF/classes")
        .hasMessageContaining("unpack it");
  }

  /** A jar with the compiled classes, in a folder of it. */
  private Path jar(String prefix) throws IOException {
    Path classes = folder.resolve("classes");
    Path jar = folder.resolve(prefix.isEmpty() ? "glazes.jar" : "glazes.war");
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(jar));
        Stream<Path> files = Files.walk(classes)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        zip.putNextEntry(new ZipEntry(prefix + classes.relativize(file)));
        Files.copy(file, zip);
      }
    }
    return jar;
  }

  @Test
  void classesThatAreNotBuiltYetAreNoErrorWhereThereAreSources() {
    Project project =
        new Project(folder).with("sources: src", "sources: src, classes: target/classes");
    List<Finding> findings = Twins.run(project, twin -> twin.check().findings());
    assertThat(findings).isEmpty();
  }

  private static Arguments of(
      String name, UnaryOperator<Project> change, String place, String cause, String remedy) {
    return Arguments.of(name, change, place, cause, remedy);
  }
}
