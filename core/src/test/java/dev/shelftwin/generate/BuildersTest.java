package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;
import static org.junit.jupiter.params.provider.Arguments.of;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** A domain type that is made step by step, in the ways that people write builders. */
class BuildersTest {

  private static final String PLAN =
      """
      shelf-twin: 1
      name: shelves
      code: { sources: src }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        model: { role: domain, package: coop.kiln.model }
      concepts:
        Shelf:
          store: ShelfRow
          model: Shelf
      """;

  private static final String ROW =
      """
      package coop.kiln.store;
      public class ShelfRow { String code; int width; Integer depth; }
      """;

  private static final String SHELF =
      """
      package coop.kiln.model;
      import java.util.Optional;
      public final class Shelf {
        private final String code;
        private final int width;
        private final Optional<Integer> depth;
        private Shelf(String code, int width, Optional<Integer> depth) {
          this.code = code;
          this.width = width;
          this.depth = depth;
        }
        public String code() { return code; }
        public int width() { return width; }
        public Optional<Integer> depth() { return depth; }
        START
        public static final class Steps {
          private int width;
          private Optional<Integer> depth = Optional.empty();
          STEPS
        }
      }
      """;

  private static final String FLUENT =
      """
      private String code;
          public Steps code(String code) { this.code = code; return this; }
          public Steps width(int width) { this.width = width; return this; }
          public Steps depth(Optional<Integer> depth) { this.depth = depth; return this; }
          public Shelf build() { return new Shelf(code, width, depth); }
      """;

  @TempDir Path folder;

  /** Each case: how it begins, its steps, and the code that must make a shelf. */
  static Stream<Arguments> cases() {
    String begin = "public static Steps builder() { return new Steps(); }";
    return Stream.of(
        of(
            "a static method",
            begin,
            FLUENT,
            "Shelf.builder() .code(collector.required(\"code\", row.code)) .width(row.width)"
                + " .depth(Optional.ofNullable(row.depth)) .build()"),
        of("the builder's own constructor", "", FLUENT, "new Shelf.Steps() .code("),
        of(
            "what is required comes first",
            "public static Steps coded(String code) { Steps s = new Steps(); s.code = code; return s; }",
            FLUENT.replaceFirst("public Steps code.*\n", ""),
            "Shelf.coded(collector.required(\"code\", row.code)) .width(row.width)"),
        of(
            "a step for what the builder's constructor takes",
            "",
            "public Steps(String code) { this.code = code; }\n  " + FLUENT,
            "new Shelf.Steps(collector.required(\"code\", row.code)) .width(row.width)"),
        of(
            "a builder that keeps what is required under another name",
            "",
            FLUENT
                .replaceFirst(
                    "private String code.*\n.*\n",
                    "private final String its;\n  public Steps(String code) { this.its = code; }\n")
                .replace("new Shelf(code,", "new Shelf(its,"),
            "new Shelf.Steps(collector.required(\"code\", row.code)) .width(row.width)"),
        of(
            "steps that begin with set",
            begin,
            FLUENT.replace("Steps width", "Steps setWidth"),
            ".setWidth(row.width)"),
        of(
            "steps that begin with with",
            begin,
            FLUENT.replace("Steps depth", "Steps withDepth"),
            ".withDepth(Optional.ofNullable(row.depth))"),
        of("another last step", begin, FLUENT.replace("Shelf build", "Shelf done"), ".done()"));
  }

  private Project project(String start, String steps) {
    return new Project(folder)
        .instead(PLAN, ROW + SHELF.replace("START", start).replace("STEPS", steps));
  }

  private HopLedger load(Project project) {
    return project.run(
        twin ->
            twin.ledger().concepts().get(0).hops().stream()
                .filter(hop -> hop.hop().inward())
                .findFirst()
                .orElseThrow());
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void isMadeStepByStep(String name, String start, String steps, String expected)
      throws IOException {
    Project project = project(start, steps);
    Tried tried = project.tried(7, 60);
    assertThat(tried.findings()).isEmpty();
    assertThat(tried.generated().files())
        .singleElement()
        .extracting(SourceFile::text)
        .extracting(text -> text.replaceAll("\\s+", " "))
        .asString()
        .contains(expected);
    assertThat(tried.warnings()).isEmpty();
    assertHeld(tried.trial());
    assertThat(load(project).creator()).flatMap(Creator::builder).isPresent();
  }

  @Test
  void aMissingBuilderStepLosesItsField() {
    Project project =
        project(
            "public static Steps builder() { return new Steps(); }",
            FLUENT.replaceFirst("public Steps width.*\n", ""));
    assertThat(project.check())
        .extracting(finding -> finding.rule().key(), Finding::message)
        .containsExactly(
            tuple(
                "lost-field",
                "ShelfRow.width has no counterpart in Shelf that the mapper can set: Shelf.builder…build(code, depth) does not"
                    + " take it."),
            tuple(
                "unfilled-field",
                "Shelf.width has no source in ShelfRow, and Shelf.builder…build(code, depth) does not"
                    + " take it."));
  }

  @Test
  void doesNotSetWhatTheFactorySets() {
    Project project =
        project("public static Steps builder() { return new Steps(); }", FLUENT)
            .plan(
                "    fields:\n"
                    + "      - { model: depth, given: { ShelfRow: { from: factory } } }\n");
    assertThat(List.of(project.run(OpenProject::generate).files().get(0).text().split("\n")))
        .noneMatch(line -> line.strip().startsWith(".depth("));
  }

  @Test
  void prefersAConstructorWithAsManyParameters() {
    Project project =
        new Project(folder)
            .instead(
                PLAN,
                ROW
                    + SHELF
                        .replace("private Shelf(", "public Shelf(")
                        .replace("START", "public static Steps builder() { return new Steps(); }")
                        .replace("STEPS", FLUENT));
    assertThat(load(project).creator()).map(Creator::label).contains("new Shelf");
  }

  /** Other languages put the methods that create objects into an object beside them. */
  @Test
  void aMethodOfACompanionObjectIsCalledLikeAStaticOne() throws IOException {
    String companion =
        """
        public static final Companion Companion = new Companion();
          public static final class Companion {
            private Companion() {}
            public Shelf of(String code, int width, Optional<Integer> depth) {
              return new Shelf(code, width, depth);
            }
          }
        """;
    Tried tried = project(companion, "").tried(7, 60);
    assertThat(tried.findings()).isEmpty();
    assertHeld(tried.trial());
    assertThat(tried.generated().files())
        .extracting(SourceFile::text)
        .singleElement()
        .asString()
        .contains("Shelf.Companion.of(");
  }
}
