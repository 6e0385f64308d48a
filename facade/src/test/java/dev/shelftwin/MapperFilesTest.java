package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files of generated mappers: written once, never over somebody's edits. */
class MapperFilesTest {

  @TempDir Path folder;

  @Test
  void aFileIsWrittenOnceAndFollowsThePlan() {
    Project project = new Project(folder);
    Path to = folder.resolve("mappers");
    Path store = to.resolve("coop/kiln/store/GlazeStoreMapper.java");
    assertThat(write(project, to)).containsEntry(store, MapperFiles.Change.WRITTEN);
    assertThat(write(project, to)).containsEntry(store, MapperFiles.Change.UNCHANGED);
    project.row("{ model: finish, store: finish, given: { GlazeView: { value: x } } }");
    project.with("String note;", "String remark;").row("{ model: note, store: remark }");
    assertThat(write(project, to)).containsEntry(store, MapperFiles.Change.WRITTEN);
    assertThat(store).content().contains("row.remark");
  }

  @Test
  void whiteSpaceAndLineEndsAreNoEdit() throws IOException {
    Project project = new Project(folder);
    Path to = folder.resolve("mappers");
    write(project, to);
    Path store = to.resolve("coop/kiln/store/GlazeStoreMapper.java");
    String formatted = Files.readString(store).replace("\n", "\r\n").replace("    ", "\t");
    Files.writeString(store, formatted);
    assertThat(write(project, to)).containsEntry(store, MapperFiles.Change.UNCHANGED);
    assertThat(store).hasContent(formatted);
  }

  @Test
  void keepsAnEditedFileAndWritesNothingElse() throws IOException {
    Project project = new Project(folder);
    Path to = folder.resolve("mappers");
    write(project, to);
    Path store = to.resolve("coop/kiln/store/GlazeStoreMapper.java");
    Path api = to.resolve("coop/kiln/api/GlazeApiMapper.java");
    String edited = Files.readString(store).replace("glaze.name()", "glaze.name().strip()");
    Files.writeString(store, edited);
    Files.delete(api);
    assertThatThrownBy(() -> write(project, to))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("GlazeStoreMapper.java")
        .hasMessageContaining("was edited")
        .hasMessageContaining("--to");
    assertThat(store).hasContent(edited);
    assertThat(api).doesNotExist();
  }

  @Test
  void aCommentIsAnEditAndAForeignFileIsKept() throws IOException {
    Project project = new Project(folder);
    Path to = folder.resolve("mappers");
    write(project, to);
    Path store = to.resolve("coop/kiln/store/GlazeStoreMapper.java");
    Files.writeString(store, Files.readString(store) + "// do not touch\n");
    assertThatThrownBy(() -> write(project, to)).hasMessageContaining("was edited");
    Files.writeString(store, "class Mine {}");
    assertThatThrownBy(() -> write(project, to)).hasMessageContaining("was not generated");
    assertThat(store).hasContent("class Mine {}");
  }

  @Test
  void aNewFileHasTheUsualPermissionsAndAnOldOneKeepsItsOwnAndItsLink() throws IOException {
    Project project = new Project(folder);
    Path to = folder.resolve("mappers");
    write(project, to);
    Path store = to.resolve("coop/kiln/store/GlazeStoreMapper.java");
    Path usual = Files.createFile(folder.resolve("usual"));
    assertThat(Files.getPosixFilePermissions(store))
        .isEqualTo(Files.getPosixFilePermissions(usual));
    Path elsewhere = folder.resolve("elsewhere.java");
    Files.move(store, elsewhere);
    Files.createSymbolicLink(store, elsewhere);
    Files.setPosixFilePermissions(elsewhere, PosixFilePermissions.fromString("rw-rw----"));
    project.with("String note;", "String remark;").row("{ model: note, store: remark }");
    write(project, to);
    assertThat(store).isSymbolicLink();
    assertThat(elsewhere).content().contains("row.remark");
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(elsewhere)))
        .isEqualTo("rw-rw----");
  }

  @Test
  void reportsAFolderThatCannotBeWritten() throws IOException {
    Path blocked = Files.writeString(folder.resolve("blocked"), "a file, no folder");
    assertThatThrownBy(() -> write(new Project(folder), blocked))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("blocked")
        .hasMessageContaining("--to");
    assertThat(blocked).hasContent("a file, no folder");
  }

  private static Map<Path, MapperFiles.Change> write(Project project, Path to) {
    return MapperFiles.write(project.run(OpenProject::generate), to);
  }
}
