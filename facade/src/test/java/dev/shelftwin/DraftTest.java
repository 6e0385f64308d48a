package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.draft.Draft;
import dev.shelftwin.draft.LayerPackage;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.Role;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.assertj.core.data.Index;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Plans for the whole example, in its usual folders, and their files. */
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
    return new DraftRequest(plan, Twins.code(), List.of(packages));
  }

  private static Draft drafted(Path plan, LayerPackage... packages) {
    Draft draft = PlanDraft.of(request(plan, packages));
    PlanDraft.write(draft, plan);
    return draft;
  }

  private static List<Finding> check(Path plan) {
    try (ShelfTwin twin = ShelfTwin.open(plan, Twins.code())) {
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
  void keepsTheTextOfTheExistingPlan() throws IOException {
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
  void aPlanOfTwoLayersGrowsToThreeAndKeepsWhatItSays() throws IOException {
    Path plan = kiln();
    LayerPackage store = new LayerPackage(Role.PERSISTENCE, "coop.kiln.store");
    LayerPackage api = new LayerPackage(Role.TRANSFER, "coop.kiln.api");
    String two =
        drafted(plan, store, api)
            .text()
            .replace(
                "MemberView: { fields: [pinHash",
                "# the door\n      MemberView: { fields: [pinHash")
            .replaceFirst("\\{ api: pin, is: secret, stays: '[?]' }", "$0 # keys of the door")
            .replaceFirst("stays: '[?]' }( #)", "stays: hashed elsewhere }$1")
            .replace("'?'", "ours")
            .replace("  Kiln:\n", "  # Kilns are shared.\n  Oven:\n")
            .replace(
                "- { store: status, stays",
                "- { store: status, accept: { crossed-fields: ours }, stays");
    Files.writeString(plan, "# Ask the potters.\n" + two);
    Draft grown = drafted(plan, new LayerPackage(Role.DOMAIN, "coop.kiln.model"));
    assertThat(grown.text())
        .startsWith("# Ask the potters.\n")
        .contains("  model: { role: domain, package: coop.kiln.model }")
        .contains("  Oven:\n    # Kilns are shared.\n    store: KilnRow\n    model: Kiln\n")
        .contains(
            "      # keys of the door\n", "- { api: pin, is: secret, stays: hashed elsewhere }")
        .contains("- { model: operator, store: operator.number }")
        .contains("MemberView: { fields: [pinHash], because: ours }")
        .contains("- { model: level, given: { RegisterMember: { from: factory } } }")
        .contains("# the door\n")
        .containsPattern(
            "no longer said, as it does not fit: line [0-9]+: 'accept: crossed-fields'\n");
    Files.delete(plan);
    Draft fresh = drafted(plan);
    assertThat(grown.concepts()).hasSameSizeAs(fresh.concepts());
    Files.writeString(plan, fresh.text().replace("'?'", "ours"));
    List<String> wanted = check(plan).stream().map(Finding::message).toList();
    Files.writeString(plan, grown.text().replace("'?'", "ours"));
    assertThat(check(plan)).extracting(Finding::message).containsExactlyElementsOf(wanted);
  }

  @Test
  void lineEndsAreKept() throws IOException {
    Project project =
        new Project(folder)
            .with("public record GlazeView(\n    String code,", "public record GlazeView(");
    Path plan = project.write().planFile();
    String before = Files.readString(plan).replace("\n", "\r\n");
    Files.writeString(plan, before);
    assertThat(drafted(plan).text())
        .isEqualTo(before + "      - { model: code, stays: { GlazeView: '?' } }\r\n");
  }

  @Test
  void aFailedDraftLeavesThePlanUnchanged() throws IOException {
    Files.createDirectories(folder.resolve("src/main/java/coop"));
    Files.writeString(
        folder.resolve("src/main/java/coop/Thing.java"), "package coop; record Thing(int x) {}");
    Path plan = folder.resolve("shelf-twin.yaml");
    assertThatThrownBy(() -> drafted(plan))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("The layers cannot be guessed from the packages coop");
    assertThat(plan).doesNotExist();
  }

  @Test
  void whereNothingIsFoundSomeOfWhatCannotBeReadIsListed() throws IOException {
    Path plan = folder.resolve("shelf-twin.yaml");
    for (int number = 0; number < 9; number++) {
      Path file = folder.resolve("src/main/java/coop/kiln/Tray" + number + ".java");
      Files.createDirectories(file.getParent());
      Files.writeString(
          file,
          "package coop.kiln;\npublic record Tray%d(Missing%1$d tray) {}\n".formatted(number));
    }
    assertThatThrownBy(() -> PlanDraft.of(request(plan)))
        .isInstanceOfSatisfying(
            InputException.class,
            nothing ->
                assertThat(nothing.errors())
                    .hasSize(7)
                    .satisfies(
                        first ->
                            assertThat(first.message()).contains("The layers cannot be guessed"),
                        Index.atIndex(0))
                    .last()
                    .satisfies(
                        last ->
                            assertThat(last.message())
                                .endsWith(" other declarations cannot be read either")));
  }
}
