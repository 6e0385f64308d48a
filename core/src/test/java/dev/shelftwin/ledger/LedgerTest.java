package dev.shelftwin.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.convert.Loss;
import dev.shelftwin.shape.Field;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** The accounts of every field, as the accountant writes them. */
class LedgerTest {

  @TempDir Path folder;

  @Test
  void everyFieldOfEveryShapeHasAnAccountOnEveryHop() {
    assertThat(accounts(new Project(folder)))
        .containsExactly(
            "Glaze->GlazeRow made by new GlazeRow()",
            "  -> id stays: the store's own",
            "  -> version stays: optimistic lock",
            "  code -> code converted: value()",
            "  name -> label carried",
            "  foodSafe -> foodSafe carried",
            "  finish -> finish converted: by name",
            "  note -> note carried",
            "GlazeRow->Glaze made by new Glaze(code, name, foodSafe, finish, note)",
            "  code -> code converted: new GlazeCode",
            "  label -> name carried",
            "  foodSafe -> foodSafe carried",
            "  finish -> finish converted: by name",
            "  note -> note carried",
            "  id -> stays: the store's own",
            "  version -> stays: optimistic lock",
            "Glaze->GlazeView made by new GlazeView(code, name, foodSafe, finish, note)",
            "  code -> code converted: value()",
            "  name -> name carried",
            "  foodSafe -> foodSafe carried",
            "  finish -> finish converted: by name",
            "  note -> note carried",
            "NewGlaze->Glaze made by new Glaze(code, name, foodSafe, finish, note)",
            "  code -> code converted: new GlazeCode",
            "  name -> name carried",
            "  foodSafe -> foodSafe carried",
            "  finish -> finish converted: by name",
            "  note -> note carried");
  }

  /** Each case: what is changed, and lines that the ledger must then have. */
  static Stream<Arguments> cases() {
    return Stream.of(
        of(
            "a shape's key wins over its layer's",
            project ->
                project
                    .row("{ model: finish, api: look, GlazeView: surface }")
                    .with(
                        "    String finish,\n    String note) {}\npackage coop.kiln.api;\npublic record NewGlaze(\n    String code,\n    String name,\n    boolean foodSafe,\n    String finish,",
                        "    String surface,\n    String note) {}\npackage coop.kiln.api;\npublic record NewGlaze(\n    String code,\n    String name,\n    boolean foodSafe,\n    String look,"),
            "  finish -> surface converted: by name",
            "  look -> finish converted: by name"),
        of(
            "a name that another row takes is not matched a second time",
            project ->
                project
                    .with(
                        "Optional<String> note) {}", "Optional<String> note,\n    String label) {}")
                    .row(
                        "{ model: label, stays: { GlazeRow: not kept }, given: { from: caller } }"),
            "  name -> label carried",
            "  label -> stays: not kept"),
        of(
            "a value from the caller, from the factory, and from the plan",
            project ->
                project
                    .with("Optional<String> note) {}", FACTORY)
                    .with("model: Glaze\n", "model: { type: Glaze, build: { NewGlaze: mix } }\n")
                    .row("{ model: code, given: { NewGlaze: { from: caller } } }")
                    .row("{ model: finish, given: { NewGlaze: { from: factory } } }")
                    .row("{ model: foodSafe, given: { NewGlaze: { value: true } } }"),
            "NewGlaze->Glaze made by Glaze.mix(code, name, note)",
            "  -> code given by the caller",
            "  -> finish given by the factory",
            "  -> foodSafe given true",
            "  code -> lost",
            "  finish -> lost"),
        of(
            "without a word, the maker that leaves nothing unfilled and takes the most",
            project -> project.with("Optional<String> note) {}", FACTORY),
            "NewGlaze->Glaze made by new Glaze(code, name, foodSafe, finish, note)"),
        of(
            "a narrower number tells what it may lose",
            project ->
                project
                    .with("String note;", "String note;\n  long coats;")
                    .with("Optional<String> note) {}", "Optional<String> note,\n    int coats) {}"),
            "  coats -> coats converted: as int, may lose range",
            "  coats -> coats converted: as long",
            "  -> coats unfilled",
            "  coats -> lost"),
        of(
            "types that do not fit leave the target unfilled and name the source",
            project -> project.with("String note;", "java.util.BitSet note;"),
            "  note -> note unfilled"),
        of(
            "what the store writes itself is left to it without a word",
            project ->
                project
                    .with("{ store: id, is: key, stays: the store's own }", "{ model: id }")
                    .with(
                        "@Id @GeneratedValue Long id;",
                        "@Id @GeneratedValue private Long id;\n  Long getId() { return id; }")
                    .with("    GlazeCode code,", "    Optional<Long> id,\n    GlazeCode code,"),
            "  -> id stays: generated key",
            "  id -> id carried",
            "  -> id unfilled"),
        of(
            "a computed field nobody asks for has no account, a derived one has",
            project ->
                project
                    .with(
                        "Optional<String> note) {}",
                        "Optional<String> note) {\n"
                            + "  public String title() { return name; }\n"
                            + "  public int length() { return name.length(); }\n}")
                    .row("{ model: length, derived: from name }"),
            "  length -> derived: from name",
            "  -> length derived: from name"));
  }

  private static final String FACTORY =
      """
      Optional<String> note) {
        public static Glaze mix(GlazeCode code, String name, Optional<String> note) {
          return new Glaze(code, name, true, Finish.MATT, note);
        }
      }
      """;

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void aFieldIsAccountedFor(String name, UnaryOperator<Project> change, List<String> expected) {
    assertThat(accounts(change.apply(new Project(folder)))).containsAll(expected);
  }

  @Test
  void qualifiesRepeatedNamesByTheirLayer() {
    Project project =
        new Project(folder)
            .with("public class GlazeRow {", "public class Glaze {")
            .with("protected GlazeRow() {}", "protected Glaze() {}")
            .with("store: GlazeRow", "store: Glaze");
    assertThat(accounts(project))
        .contains(
            "model/Glaze->store/Glaze made by new Glaze()",
            "NewGlaze->model/Glaze made by new Glaze(code, name, foodSafe, finish, note)");
    assertThat(project.check()).isEmpty();
    assertThat(project.trial().held()).isTrue();
  }

  @Test
  void aTypeMayBeNamedWithItsPackageOrInsideAnother() {
    Project project =
        new Project(folder)
            .with(
                "package coop.kiln.api;\npublic record GlazeView(",
                "package coop.kiln.api.board;\npublic record Board() {\n  public record GlazeView(")
            .with(
                "    String note) {}\npackage coop.kiln.api;\npublic record NewGlaze",
                "    String note) {}\n}\npackage coop.kiln.api;\npublic record NewGlaze")
            .with("GlazeView: out", "coop.kiln.api.board.Board.GlazeView: out");
    assertThat(project.check()).isEmpty();
    assertThat(project.trial().held()).isTrue();
  }

  private static List<String> accounts(Project project) {
    return project.run(
        twin ->
            twin.ledger().concepts().stream()
                .map(ConceptLedger::hops)
                .flatMap(List::stream)
                .flatMap(LedgerTest::lines)
                .toList());
  }

  private static Stream<String> lines(HopLedger hop) {
    String maker = hop.creator().map(made -> " made by " + made).orElse("");
    return Stream.concat(
        Stream.of(hop.hop() + maker), hop.mappings().stream().map(LedgerTest::line));
  }

  private static String line(FieldMapping entry) {
    String source = entry.source().map(Field::name).orElse("");
    String target = entry.target().map(Field::name).orElse("");
    String losses =
        entry.conversion().stream()
            .flatMap(way -> way.losses().stream())
            .map(Loss::key)
            .collect(Collectors.joining(", "));
    String how =
        entry
                .conversion()
                .filter(way -> !way.isNone() && entry.given().isEmpty())
                .map(way -> ": " + way)
                .orElse("")
            + entry.given().map(given -> " " + given.label()).orElse("")
            + entry.reason().map(reason -> ": " + reason).orElse("")
            + (losses.isEmpty() ? "" : ", may lose " + losses);
    return ("  " + (source + " -> " + target).strip() + " " + entry.account().key() + how)
        .replace("->  ", "-> ");
  }

  private static Arguments of(String name, UnaryOperator<Project> change, String... expected) {
    return Arguments.of(name, change, List.of(expected));
  }
}
