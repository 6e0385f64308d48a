package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.params.provider.Arguments.of;

import dev.shelftwin.DraftRequest.LayerPackage;
import dev.shelftwin.draft.Draft;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.Role;
import dev.shelftwin.trial.TrialOptions;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** First plans for code that has none, and what is added to plans that are there. */
class DraftTest {

  private static final Path KILN = Path.of("../examples/kiln");

  @TempDir Path folder;

  /** The example's own types, without its plan and its mappers. */
  private Path kiln() throws IOException {
    try (Stream<Path> files = Files.walk(KILN.resolve("src/main/java"))) {
      for (Path file : files.filter(path -> path.toString().endsWith(".java")).toList()) {
        if (!file.toString().endsWith("Mapper.java")) {
          Path copy = folder.resolve(KILN.relativize(file));
          Files.createDirectories(copy.getParent());
          Files.copy(file, copy);
        }
      }
    }
    return folder.resolve("shelf-twin.yaml");
  }

  private static DraftRequest request(Path plan, LayerPackage... packages) {
    return new DraftRequest(plan, Project.code(), List.of(packages));
  }

  private static Draft drafted(Path plan, LayerPackage... packages) {
    Draft draft = PlanDraft.of(request(plan, packages));
    PlanDraft.write(draft, plan);
    return draft;
  }

  private static List<Finding> check(Path plan) {
    try (ShelfTwin twin = ShelfTwin.open(plan, Project.code())) {
      return twin.check().findings();
    }
  }

  @Test
  void theFirstPlanNeedsNoMoreThanTheReasons() throws IOException {
    Path plan = kiln();
    Draft draft = drafted(plan);
    assertThat(draft.concepts()).contains("Firing", "Kiln", "Member", "Segment");
    assertThat(draft.unpaired()).isEmpty();
    assertThat(draft.questions()).isPositive();
    assertThat(check(plan))
        .filteredOn(finding -> finding.rule() == RuleId.OPEN_QUESTION)
        .hasSize(draft.questions())
        .allSatisfy(finding -> assertThat(finding.at().text()).contains("'?'"));
    Files.writeString(plan, draft.text().replace("'?'", "ours"));
    // What is left is no matter of words: a number for each status, and columns that may be null.
    assertThat(check(plan))
        .extracting(
            finding ->
                finding.rule().key() + " " + finding.field().map(Object::toString).orElse(""))
        .containsExactlyInAnyOrder(
            "type-mismatch FiringRow.status",
            "limit-mismatch KilnCheckRow.loadedBy",
            "limit-mismatch KilnCheckRow.ventClear",
            "limit-mismatch KilnCheckRow.cracked",
            "limit-mismatch KilnCheckRow.swept",
            "unnamed-type Page", // only a person knows its type argument
            "unnamed-type PageView");
    assertThat(draft.text())
        .contains("- { model: operator, store: operator.number }")
        .contains("Member.email = MemberRow.emailAddress")
        .contains("- { api: pin, is: secret, stays: '?' }")
        .contains("KilnCheckRow of LoadingCheck")
        .contains("api: { PaymentView.ByCard: out }");
  }

  @Test
  void whatIsThereStaysAsItIs() throws IOException {
    Path plan = kiln();
    String whole = drafted(plan).text().replace("'?'", "ours");
    String firing = whole.substring(whole.indexOf("  Firing:"), whole.indexOf("  Glaze:"));
    String begun =
        whole
            .replace(firing, "")
            .replace("      - { model: email, store: emailAddress }", "      # no e-mail yet")
            .replace("concepts:", "concepts: # as of today");
    Files.writeString(plan, begun);
    Draft more = drafted(plan);
    assertThat(more.concepts()).containsExactly("Firing");
    assertThat(more.text().lines().filter(line -> begun.lines().anyMatch(line::equals)))
        .containsSubsequence(begun.lines().filter(line -> !line.isBlank()).toList());
    assertThat(more.text()).contains("- { model: email, store: emailAddress }");
    Files.writeString(plan, more.text().replace("'?'", "ours"));
    assertThat(check(plan)).hasSize(7);
    assertThat(PlanDraft.of(request(plan)).rows()).isZero();
  }

  @Test
  void whatAViewOfAWrittenConceptLeavesOutIsAsked() throws IOException {
    Project project =
        new Project(folder)
            .with("public record GlazeView(\n    String code,", "public record GlazeView(");
    Path plan = project.write().planFile();
    String before = Files.readString(plan).replace("\n", "\r\n");
    Files.writeString(plan, before);
    Draft draft = drafted(plan);
    assertThat(draft.rows()).isOne();
    assertThat(draft.text())
        .isEqualTo(before + "      - { model: code, stays: { GlazeView: '?' } }\r\n");
    assertThat(check(plan))
        .extracting(finding -> finding.rule().key())
        .containsExactly("open-question");
  }

  @Test
  void onePackageIsToldApartByTheTypesNames() throws IOException {
    Project project = new Project(folder);
    project.instead(
        "",
        Project.GLAZES
            .replaceAll("package coop.kiln.(store|model|api);", "package coop.kiln;")
            .replace("GlazeRow", "GlazeEntity"));
    project.write();
    Path plan = folder.resolve("shelf-twin.yaml");
    Files.delete(plan);
    DraftRequest request =
        new DraftRequest(
            plan,
            new CodeOptions(List.of(), List.of(folder.resolve("src")), Project.code().classPath()),
            List.of(
                new LayerPackage(Role.PERSISTENCE, "coop.kiln.*Entity"),
                new LayerPackage(Role.DOMAIN, "coop.kiln.Glaze"),
                new LayerPackage(Role.TRANSFER, "coop.kiln.*View"),
                new LayerPackage(Role.TRANSFER, "coop.kiln.New*")));
    PlanDraft.write(PlanDraft.of(request), plan);
    assertThat(Files.readString(plan))
        .contains("sources: src")
        .contains("persistence: { role: persistence, package: coop.kiln }")
        .contains("transfer: { GlazeView: out, NewGlaze: in }")
        .contains("- { domain: name, persistence: label }");
    assertThat(check(plan)).isEmpty();
    try (ShelfTwin twin = ShelfTwin.open(plan, Project.code())) {
      TrialOptions options = new TrialOptions(7, 20, Set.of(), OptionalInt.empty(), false);
      assertThat(twin.trial(options).held()).isTrue();
    }
  }

  @Test
  void othersNamesArePairedByTheirFields() throws IOException {
    Project project =
        new Project(folder)
            .java(
                """
                package coop.kiln.api;
                public record GLZ_ITEM(
                    String CODE, String NAME, boolean FOOD_SAFE, String FINISH, String NOTE) {}
                """);
    project.write();
    Path plan = folder.resolve("shelf-twin.yaml");
    Files.delete(plan);
    Path sources = Files.createDirectories(folder.resolve("src/main/java"));
    Files.move(folder.resolve("src/coop"), sources.resolve("coop"));
    Draft draft = drafted(plan);
    assertThat(draft.text())
        .contains("# guess: types of the concept, by their fields: GLZ_ITEM of Glaze")
        .contains("FOOD_SAFE");
    assertThat(check(plan)).extracting(Finding::rule).containsOnly(RuleId.LEAKED_NAME);
  }

  /** Each case: more of the row, of the domain, of the request; what the draft must say. */
  static Stream<Arguments> guesses() {
    return Stream.of(
        of("String title;", "", "", "- { store: title, stays: '?' }"),
        of(
            "java.time.Instant createdAt;",
            "",
            "",
            "is: audit, stays: set by the persistence layer"),
        of("String noteText;", "String note2Text", "String note2Text", "store: noteText"),
        of(
            "long soakMinutes;",
            "java.time.Duration soak",
            "java.time.Duration soak",
            "unit: minutes"),
        of("int grams;", "int weight", "int weight", "- { model: weight, store: grams }"),
        of("", "", "String pin", "- { api: pin, is: secret, stays: '?' }"),
        of("String x;", "String x", "", "- { model: x, given: { NewGlaze: { from: caller } } }"),
        of(
            "String x;",
            "java.util.Optional<String> x",
            "",
            "- { model: x, given: { NewGlaze: { value: null } } }"),
        of(
            "int sizeHeight; int sizeWidth;",
            "Size size",
            "Size size",
            "- { model: size.height, store: sizeHeight }"),
        of("ShopRow shop;", "ShopCode shop", "String shop", "- { model: shop, store: shop.code }"),
        of("Integer mood;", "Mood mood", "String mood", "by: { store: coop.kiln.store.Moods }"),
        of("float heat;", "double heat", "double heat", "accept: { lossy-conversion: '?' }"));
  }

  private static final String OTHERS =
      """
      package coop.kiln.model;
      public record Size(int height, int width) {}
      package coop.kiln.model;
      public record ShopCode(String value) {}
      package coop.kiln.model;
      public enum Mood { CALM, WILD }
      package coop.kiln.store;
      public final class Moods {
        private Moods() {}
        public static Integer number(Mood mood) { return mood.ordinal(); }
        public static Mood mood(Integer number) { return Mood.values()[number]; }
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class ShopRow {
        @Id @GeneratedValue Long id;
        @Column(nullable = false) String code;
      }
      """;

  @ParameterizedTest(name = "{3}")
  @MethodSource("guesses")
  void whatCanBeGuessedIsSaid(String row, String inside, String outside, String expected)
      throws IOException {
    String more = inside.isEmpty() ? "" : ",\n    " + inside;
    String asked = outside.isEmpty() ? "" : ",\n    " + outside;
    Project project =
        new Project(folder)
            .with("String note;", "String note;\n  " + row)
            .with("Optional<String> note) {}", "Optional<String> note" + more + ") {}")
            .java(OTHERS)
            .importing("coop.kiln.model.*");
    project.write();
    Path request = folder.resolve("src/coop/kiln/api/NewGlaze.java");
    Files.writeString(
        request,
        Files.readString(request).replace("String note) {}", "String note" + asked + ") {}"));
    Path plan = folder.resolve("shelf-twin.yaml");
    Files.delete(plan);
    Path sources = Files.createDirectories(folder.resolve("src/main/java"));
    Files.move(folder.resolve("src/coop"), sources.resolve("coop"));
    assertThat(drafted(plan).text()).contains(expected);
  }

  @Test
  void rowsCannotBeAddedWithinBrackets() throws IOException {
    Project project =
        new Project(folder)
            .with(
                "fields:\n      - { store: id, is: key, stays: the store's own }\n"
                    + "      - { store: version, is: version, stays: optimistic lock }\n"
                    + "      - { model: name, store: label }\n",
                "fields: [{ model: code, is: identity }]\n");
    Path plan = project.write().planFile();
    String before = Files.readString(plan);
    assertThatThrownBy(() -> PlanDraft.of(request(plan)))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("rows of Glaze cannot be added within brackets");
    assertThat(plan).hasContent(before);
  }

  @Test
  void packagesThatTellNothingAreAskedFor() throws IOException {
    Files.createDirectories(folder.resolve("src/main/java/coop"));
    Files.writeString(
        folder.resolve("src/main/java/coop/Thing.java"), "package coop; record Thing(int x) {}");
    Path plan = folder.resolve("shelf-twin.yaml");
    assertThatThrownBy(() -> PlanDraft.of(request(plan)))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("The layers cannot be guessed from the packages coop");
    assertThatThrownBy(
            () -> PlanDraft.of(request(plan, new LayerPackage(Role.DOMAIN, "coop.nowhere"))))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("This package has no types");
    assertThat(plan).doesNotExist();
  }
}
