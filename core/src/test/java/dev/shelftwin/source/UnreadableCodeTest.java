package dev.shelftwin.source;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.TrialOptions;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Code that keeps a stage from working is reported with place, cause and remedy. */
class UnreadableCodeTest {

  @TempDir Path folder;

  static Stream<Arguments> cases() {
    Function<OpenProject, Object> ledger = OpenProject::ledger;
    Function<OpenProject, Object> check = OpenProject::check;
    Function<OpenProject, Object> trial = open -> open.trial(TrialOptions.defaults().inMemory());
    return Stream.of(
        of(
            "a type that the code does not have",
            project -> project.with("store: GlazeRow", "store: GlazeLine"),
            ledger,
            "shelf-twin.yaml:10:12",
            "has no type named GlazeLine",
            "did you mean 'GlazeRow'?"),
        of(
            "a field that the code does not have",
            project -> project.row("{ model: finsh, is: protected }"),
            ledger,
            "shelf-twin.yaml:17:18",
            "Glaze has no field 'finsh'",
            "did you mean 'finish'?"),
        of(
            "a declaration that does not compile",
            project -> project.with("    GlazeCode code,", "    GlaceCode code,"),
            check,
            "Glaze.java:4:5",
            "cannot find symbol",
            "correct the name"),
        of(
            "a method body that does not compile",
            project -> project.with("value.isBlank()", "value.isBlanc()"),
            trial,
            "GlazeCode.java:4:14",
            "cannot find symbol",
            "correct the name"),
        of(
            "an annotation whose jar is missing",
            project -> project.with("@Entity\n", "@Entity\n@coop.audit.Audited\n"),
            check,
            "GlazeRow.java:4:12",
            "package coop.audit does not exist",
            "class-path"));
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void reportsPlaceCauseAndRemedy(
      String name,
      UnaryOperator<Project> change,
      Function<OpenProject, Object> stage,
      String place,
      String cause,
      String remedy) {
    assertThatThrownBy(() -> change.apply(new Project(folder)).run(stage))
        .isInstanceOf(InputException.class)
        .hasMessageContaining(place)
        .hasMessageContaining(cause)
        .hasMessageContaining(remedy);
  }

  @Test
  void parameterNamesAreFoundByTheFieldsThatParametersFill() throws IOException {
    Project project = withFactory("new Glaze(code, name, foodSafe, finish, note)");
    assertThat(project.checkWithoutSources("-g")).isEmpty();
    assertThat(project.checkWithoutSources("-g:none")).isEmpty();
  }

  @Test
  void reportsMissingParameterNamesOncePerHop() throws IOException {
    Project project = withFactory("(Glaze) made(code, name, foodSafe, finish, note)");
    assertThat(project.checkWithoutSources("-g")).isEmpty();
    assertThat(project.checkCompiled("-g:none")).as("named by the source").isEmpty();
    assertThat(project.checkWithoutSources("-g:none"))
        .extracting(finding -> finding.hop().orElseThrow() + ": " + finding.message())
        .containsExactly(
            "GlazeRow->Glaze: The class file of Glaze does not contain the parameter names of Glaze.of:"
                + " the fields of this hop cannot be checked.",
            "NewGlaze->Glaze: The class file of Glaze does not contain the parameter names of Glaze.of:"
                + " the fields of this hop cannot be checked.");
  }

  /** A class instead of the record, with a factory that returns what is given. */
  private Project withFactory(String result) {
    return new Project(folder)
        .with("public record Glaze(", "public final class Glaze {\n  private Glaze(")
        .with(
            "Optional<String> note) {}",
            """
                String note) {
                    this.code = code;
                    this.name = name;
                    this.foodSafe = foodSafe;
                    this.finish = finish;
                    this.note = Optional.ofNullable(note);
                  }
                  private final GlazeCode code;
                  private final String name;
                  private final boolean foodSafe;
                  private final Finish finish;
                  private final Optional<String> note;
                  public GlazeCode code() { return code; }
                  public String name() { return name; }
                  public boolean foodSafe() { return foodSafe; }
                  public Finish finish() { return finish; }
                  public Optional<String> note() { return note; }
                  public static Glaze of(
                      GlazeCode code, String name, boolean foodSafe, Finish finish, String note) {
                    return %s;
                  }
                  private static Object made(Object... values) {
                    return new Glaze(
                        (GlazeCode) values[0],
                        (String) values[1],
                        (Boolean) values[2],
                        (Finish) values[3],
                        (String) values[4]);
                  }
                }
                """
                .formatted(result));
  }

  private static Arguments of(
      String name,
      UnaryOperator<Project> change,
      Function<OpenProject, Object> stage,
      String place,
      String cause,
      String remedy) {
    return Arguments.of(name, change, stage, place, cause, remedy);
  }

  /**
   * Each: what becomes of the jar with the class that a type's signature needs, and what is said.
   */
  @ParameterizedTest
  @CsvSource({
    "no jar at all, error reading",
    "a jar that is cut off, error reading",
    "a class that is cut off, bad class file",
    "a class of a newer Java, wrong version",
    "a jar without the class, 'The type coop.parts.Base, which coop.parts.Part extends, cannot be found'"
  })
  void reportsABrokenJar(String damage, String told) throws Exception {
    Path jar = folder.resolve("parts.jar");
    Files.write(jar, damaged(damage));
    Project project =
        new Project(folder)
            .with("public class GlazeRow {", "public class GlazeRow extends coop.parts.Part {");
    assertThatThrownBy(() -> project.runWith(List.of(jar), OpenProject::check))
        .isInstanceOf(InputException.class)
        .hasMessageContaining(told);
  }

  /** A build that was broken off, or one for a newer Java. */
  @Test
  void sourcesReplaceClassFilesThatCannotBeRead() throws Exception {
    Project project = new Project(folder);
    project.checkCompiled();
    Path glaze = folder.resolve("classes/coop/kiln/model/Glaze.class");
    Files.write(glaze, Arrays.copyOf(Files.readAllBytes(glaze), 100));
    Path view = folder.resolve("classes/coop/kiln/api/GlazeView.class");
    byte[] newer = Files.readAllBytes(view);
    newer[7] = (byte) 0xC8; // JVMS §4.1: the major version
    Files.write(view, newer);
    assertThat(project.checkOf(folder.resolve("classes")))
        .extracting(Finding::rule)
        .containsExactly(RuleId.UNREAD_CODE, RuleId.UNREAD_CODE);
  }

  /** Some libraries bring sources of their own beside their classes. */
  @ParameterizedTest
  @ValueSource(strings = {"Glaze.java", "coop/kiln/model/Finish.java", "coop/kiln/store/Old.java"})
  void sourcesInJarsAreLeftAlone(String name) throws IOException {
    Path jar = folder.resolve("parts.jar");
    try (ZipOutputStream entries = new ZipOutputStream(Files.newOutputStream(jar))) {
      entries.putNextEntry(new ZipEntry(name));
      entries.write("no Java".getBytes(UTF_8));
    }
    Project project = new Project(folder);
    List<Finding> before = project.run(OpenProject::check).findings();
    assertThat(project.runWith(List.of(jar), OpenProject::check).findings()).isEqualTo(before);
  }

  private byte[] damaged(String damage) throws IOException {
    Path parts = folder.resolve("parts/coop/parts");
    Files.createDirectories(parts);
    Path source = folder.resolve("parts/coop/parts/Part.java");
    Files.writeString(
        source, "package coop.parts;\npublic class Part extends Base {}\nclass Base {}\n");
    Project.compile(List.of(source), folder, folder.resolve("parts"), "-proc:none");
    byte[] part = Files.readAllBytes(parts.resolve("Part.class"));
    byte[] base = Files.readAllBytes(parts.resolve("Base.class"));
    if (damage.equals("a class of a newer Java")) {
      part[7] = (byte) 0xC8; // JVMS §4.1: the major version
    } else if (damage.equals("a class that is cut off")) {
      part = Arrays.copyOf(part, part.length / 2);
    }
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream jar = new ZipOutputStream(bytes)) {
      jar.putNextEntry(new ZipEntry("coop/parts/Part.class"));
      jar.write(part);
      if (!damage.equals("a jar without the class")) {
        jar.putNextEntry(new ZipEntry("coop/parts/Base.class"));
        jar.write(base);
      }
    }
    byte[] whole = bytes.toByteArray();
    return switch (damage) {
      case "no jar at all" -> new byte[] {1, 2, 3};
      case "a jar that is cut off" -> Arrays.copyOf(whole, whole.length / 2);
      default -> whole;
    };
  }
}
