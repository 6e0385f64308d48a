package dev.shelftwin.report;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.plan.Layer;
import dev.shelftwin.rule.LayerUse;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.TrialOptions;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The page: every concept with its shapes side by side. */
class HtmlReportTest {

  private static final String POT =
      """
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class Pot%1$dRow {
        @jakarta.persistence.Id String name;
        String clay;
        int grams;
        int height;
        java.time.LocalDate fired;
        boolean sold;
      }
      package coop.kiln.model;
      public record Pot%1$d(
          String name, String clay, int grams, int height, java.time.LocalDate fired, boolean sold) {}
      package coop.kiln.api;
      public record Pot%1$dView(
          String name, String clay, int grams, int height, java.time.LocalDate fired, boolean sold) {}
      """;

  @TempDir Path folder;

  private static String page(Project project) {
    return project.run(open -> HtmlReport.of(sources(open)));
  }

  private static Page.Sources sources(OpenProject open) {
    return new Page.Sources(
        open.ledger(), open.check().findings(), List.of(), open.generate(), Optional.empty());
  }

  /** With a trial of three samples; what they show of these mappers is part of the page. */
  private static String tried(Project project, Function<Page.Sources, String> page) {
    TrialOptions options = new TrialOptions(1, 3, Set.of(), OptionalInt.empty(), false);
    return project.run(
        open ->
            page.apply(
                new Page.Sources(
                    open.ledger(),
                    open.check().findings(),
                    List.of(),
                    open.generate(),
                    Optional.of(open.trial(options)))));
  }

  @Test
  void showsEveryFieldInEveryShape() {
    String page = page(new Project(folder)).replaceAll("\\s+", " ");
    assertThat(page)
        .contains(
            "Nothing is wrong.",
            "<a href=\"#Glaze\">Glaze</a>",
            ">GlazeRow<small>store, row</small>",
            ">Glaze<small>model, domain</small>",
            ">GlazeView<small>api, response</small>",
            ">NewGlaze<small>api, request</small>",
            "<tr id=\"Glaze.name\">",
            "<td data-shape=\"GlazeRow\"><b>label</b> <span class=\"type\">String</span>"
                + "<span class=\"facts\">required, at most 40 characters</span>",
            "stays: the store&#39;s own");
    assertThat(page.split("<tr id=", -1)).as("rows").hasSize(1 + 7);
  }

  @Test
  void aFindingIsAtItsField() {
    String page =
        page(
            new Project(folder)
                .with(
                    "String finish,\n    String note) {}\npackage coop.kiln.api;",
                    "String finish) {}\npackage coop.kiln.api;"));
    assertThat(page)
        .contains("<b>1</b> error, <b>0</b> warnings", "<code>lost-field</code>: Glaze.note");
    assertThat(page).containsPattern("class=\"problem\"><b>note</b>");
  }

  @Test
  void whatATrialShowsIsAtTheFields() {
    Project project = new Project(folder);
    String page = tried(project, HtmlReport::of).replaceAll("\\s+", " ");
    assertThat(page)
        .contains(
            "Trial: <b>4</b> of <b>4</b> routes held",
            "<summary>Trial: 4 of 4 routes held</summary>",
            "<b class=\"held\">held</b> <span class=\"how\">Glaze → GlazeRow → Glaze</span>",
            "<span class=\"tried\">tried</span>");
    assertThat(tried(project, MarkdownPage::of))
        .contains("Trial: 4 of 4 routes held", "<br>tried<br>");
    String broken =
        tried(
                project
                    .with(
                        "String name,\n    boolean foodSafe,\n    Finish finish",
                        "Name name,\n    boolean foodSafe,\n    Finish finish")
                    .java(
                        """
                        package coop.kiln.model;
                        public record Name(String value) {
                          public static Name of(String text) { return new Name(text); }
                          @Override public String toString() { return value; }
                          public String value() { return value.isEmpty() ? value : "<b>" + value.charAt(0); }
                        }
                        """),
                HtmlReport::of)
            .replaceAll("\\s+", " ");
    assertThat(broken)
        .contains(
            "<b class=\"broken\">broken</b>", "<th scope=\"col\">the smallest sample found</th>")
        .contains("<span class=\"broken\">broken</span>", "&lt;b&gt;")
        .doesNotContain("<b>\"");
  }

  @Test
  void whatAFieldTouchesIsInItsJourney() {
    String page = page(new Project(folder)).replaceAll("\\s+", " ");
    assertThat(page)
        .containsPattern(
            "<tr id=\"Glaze.name\">.{0,200}<template><h3>Also touched</h3><ul class=\"touched\">"
                + "<li>GlazeStoreMapper.applyTo:\\d+ +row.label = glaze.name\\(\\);</li>")
        .containsPattern("<li>the plan +[^<]*shelf-twin.yaml:\\d+:\\d+</li>");
  }

  /** Names and reasons come from the users' code and plan, which may be hostile. */
  @Test
  void nothingFromThePlanBecomesMarkup() {
    String hostile = "</td><script>alert('x')</script><img src=x onerror=alert(1)> ${1+1} & \"'";
    String page =
        page(
            new Project(folder)
                .with("stays: the store's own", "stays: '" + hostile.replace("'", "''") + "'"));
    assertThat(page)
        .doesNotContain("<script>alert", "<img", "onerror=alert(1)>")
        .contains("&lt;img src=x onerror=alert(1)&gt; ${1+1} &amp; &quot;");
  }

  @Test
  void theSameIsWrittenForWikis() {
    Project project = new Project(folder).with("stays: the store's own", "stays: 'a | b <b> *c*'");
    String page = project.run(open -> MarkdownPage.of(sources(open)));
    assertThat(page)
        .contains(
            "# glazes\n",
            "| field | GlazeRow<br>store, row | Glaze<br>model, domain |",
            "| **name** | label String<br>required, at most 40 characters<br>⇄ carried | name String |",
            "stays: a \\| b \\<b\\> \\*c\\*")
        .doesNotContain("<b>");
    assertThat(page.lines().filter(line -> line.startsWith("|")))
        .allMatch(line -> line.replace("\\|", "").split("\\|", -1).length == 7);
  }

  @Test
  void needsNothingElse() {
    String page = page(new Project(folder));
    assertThat(page).contains("default-src 'none'");
    assertThat(Pattern.compile("(src|href)=\"(?!#)").matcher(page).find()).isFalse();
    assertThat(page).doesNotContain("http:", "https:", "url(h", "@import");
  }

  @Test
  void threeHundredConceptsStaySmall() {
    StringBuilder plan = new StringBuilder(Project.LAYERS);
    StringBuilder java = new StringBuilder();
    for (int number = 0; number < 300; number++) {
      plan.append(
          "  Pot%1$d: { store: Pot%1$dRow, model: Pot%1$d, api: { Pot%1$dView: both } }\n"
              .formatted(number));
      java.append(POT.formatted(number));
    }
    String page = page(new Project(folder).instead(plan.toString(), java.toString()));
    assertThat(page.split("<tr id=", -1)).hasSizeGreaterThan(1800);
    assertThat(page.length()).isLessThan(5_000_000);
  }

  @Test
  void theLayersAreDrawnWithTheirDependencies() {
    List<Layer> layers = new Project(folder).run(open -> open.plan().layers());
    LayerGraph graph =
        LayerGraph.of(
            layers,
            List.of(
                new LayerUse("store", "model", 13),
                new LayerUse("api", "model", 1),
                new LayerUse("api", "store", 2)));
    assertThat(graph.boxes())
        .extracting(LayerGraph.Box::name)
        .containsExactly("store", "model", "api");
    assertThat(graph.boxes()).extracting(LayerGraph.Box::x).isSorted();
    assertThat(graph.arrows())
        .extracting(LayerGraph.Arrow::text)
        .containsExactly(
            "store depends on model: 13 classes",
            "api depends on model: 1 class",
            "api depends on store: 2 classes");
    assertThat(graph.arrows())
        .allSatisfy(
            arrow -> {
              assertThat(arrow.x()).isBetween(0, graph.width());
              assertThat(arrow.y()).isBetween(12, graph.height());
            });
  }
}
