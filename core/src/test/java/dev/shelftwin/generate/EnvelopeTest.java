package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Generic types around what a concept is about: pages, answers that wrap a list. */
public class EnvelopeTest {

  private static final String PAGE =
      """
      package coop.kiln.model;
      import java.util.List;
      public record Page<T>(List<T> items, int number, long total) {}
      """;

  @TempDir Path folder;

  public static Project enveloped(Path folder, String model, String api, String java) {
    return new Project(folder)
        .plan("  GlazePage:\n    model: " + model + "\n    api: { " + api + " }\n")
        .java(java);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // one type for both layers, whose methods could not be told apart by their parameters
        "Page<Glaze> | coop.kiln.model.Page<GlazeView>: out, coop.kiln.model.Page<NewGlaze>: in"
            + " | public Page<GlazeView> toApiPage(Page<Glaze> page)"
            + " | record None()",
        // whatever it holds is taken as it is, so that the bound stands in the class file
        "Page<Glaze> | Answer<GlazeView>: out | public Answer<GlazeView> toAnswer("
            + " | record Answer<T>(T items, int number, long total)",
        // a factory with a variable of its own
        "Page<Glaze> | Listing<GlazeView>: out | return Listing.of("
            + " | class Listing<T> { private final List<T> items; private final int number;"
            + " private final long total; private Listing(List<T> i, int n, long t) { items = i;"
            + " number = n; total = t; } public static <E> Listing<E> of(List<E> items, int number,"
            + " long total) { return new Listing<>(items, number, total); }"
            + " public List<T> getItems() { return items; } public int getNumber() { return number; }"
            + " public long getTotal() { return total; }",
      })
  void theEnvelopeIsCarriedAndItsItemsAreMapped(
      String model, String api, String expected, String type) throws Exception {
    String body = type.contains("{") ? type + " }" : type + " {}";
    boolean answers = type.contains("Answer");
    Project project =
        enveloped(
            folder,
            answers ? "Answers" : model,
            api,
            PAGE
                + "package coop.kiln.model;\n"
                + "public record Answers(Glaze items, int number, long total) {}\n"
                + "package coop.kiln.api;\nimport java.util.List;\npublic "
                + body
                + "\n");
    Tried tried = project.tried(3, 40);
    assertThat(tried.findings()).extracting(Finding::rule).isSubsetOf(RuleId.UNNAMED_TYPE);
    assertThat(tried.text("GlazePageApiMapper")).contains(expected);
    assertThat(tried.warnings()).isEmpty();
    assertHeld(tried.trial());
  }

  @Test
  void envelopesWithinOthersNeedNoWord() {
    Project project =
        new Project(folder)
            .plan("  Board:\n    model: Board\n    api: { BoardView: out }\n")
            .java(PAGE)
            .java(
                """
                package coop.kiln.model;
                public record Board(String name, Page<Glaze> newest) {}
                package coop.kiln.api;
                public record BoardView(String name, PageView<GlazeView> newest) {}
                package coop.kiln.api;
                import java.util.List;
                public record PageView<T>(List<T> items, int number, long total) {}
                """);
    assertThat(project.check()).extracting(Finding::message).isEmpty();
    Generated generated = project.run(OpenProject::generate);
    assertThat(Project.text(generated, "BoardApiMapper"))
        .contains("glazePageMapper.toPageView(board.newest())");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Page               | Page has type parameters, and the plan gives no type arguments",
        "Page<Glaze, Glaze> | The layer 'model' (coop.kiln.model) has no type named Page<Glaze, Glaze>",
        "Page<Glace>        | The layer 'model' (coop.kiln.model) has no type named Page<Glace>",
      })
  void aGenericTypeNeedsTypeArguments(String model, String expected) {
    Project project =
        enveloped(
            folder,
            model,
            "PageView<GlazeView>: out",
            PAGE
                + "package coop.kiln.api;\npublic record PageView<T>(java.util.List<T> items) {}\n");
    assertThat(project.check()).extracting(Finding::message).containsExactly(expected);
  }
}
