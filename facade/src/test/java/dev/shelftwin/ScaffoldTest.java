package dev.shelftwin;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.change.ChangePreview;
import dev.shelftwin.describe.DescribedSource;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanBuilder;
import dev.shelftwin.shape.Role;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.TrialOptions;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A service that is designed in the plan alone: tried before it is written, and after that. */
class ScaffoldTest {

  private static final Path EXAMPLE = Path.of("../examples/described/shelf-twin.yaml");
  private static final TrialOptions OPTIONS =
      new TrialOptions(3, 60, Set.of(), OptionalInt.empty(), true);

  @TempDir Path folder;

  private Path plan() throws IOException {
    Path plan = folder.resolve("shelf-twin.yaml");
    if (!Files.exists(plan)) {
      Files.copy(EXAMPLE, plan);
    }
    return plan;
  }

  private Path written() {
    return folder.resolve("src/main/java");
  }

  private List<DescribedSource> scaffold() throws IOException {
    try (ShelfTwin twin = ShelfTwin.open(plan())) {
      return twin.scaffold(false);
    }
  }

  @Test
  void aDesignIsTriedBeforeALineIsWritten() throws IOException {
    try (ShelfTwin twin = ShelfTwin.open(plan())) {
      List<Finding> findings = twin.check().findings();
      assertThat(findings).isEmpty();
      assertThat(twin.generate().unwritten()).isEmpty();
      assertHeld(twin.trial(OPTIONS)).hasSize(10);
      assertThat(twin.tables(Optional.empty()))
          .contains("create table booking (", "fee_amount numeric(6,2) not null")
          .contains("number varchar(8) not null unique");
    }
    assertThat(folder).isDirectoryNotContaining(file -> !file.endsWith("shelf-twin.yaml"));
    try (Stream<Path> left = Files.list(Path.of(System.getProperty("java.io.tmpdir")))) {
      String own = "shelf-twin-described-" + ProcessHandle.current().pid();
      assertThat(left).noneMatch(file -> file.getFileName().toString().startsWith(own));
    }
  }

  /** The creating factory knows that a new booking has no remarks; the restoring one takes all. */
  @Test
  void factoriesThatThePlanNamesMakeAClass() throws IOException {
    Files.writeString(
        plan(),
        Files.readString(plan())
            .replace(
                "      type: Booking\n",
                "      type: Booking\n      build: { BookingRow: restore, NewBooking: request }\n")
            .replace("without: [number, status]", "without: [number, status, remarks]")
            .replace(
                "      - { model: status,",
                "      - { model: remarks, given: { NewBooking: { from: factory } } }\n"
                    + "      - { model: status,"));
    try (ShelfTwin twin = ShelfTwin.open(plan())) {
      assertThat(twin.check().findings()).isEmpty();
      assertHeld(twin.trial(OPTIONS)).hasSize(10);
      assertThat(twin.scaffold(false))
          .filteredOn(source -> source.type().name().equals("Booking"))
          .singleElement()
          .extracting(DescribedSource::text)
          .asString()
          .contains(
              "public final class Booking {",
              "  private Booking(\n",
              "  public static Booking restore(\n",
              "      Money fee,\n      List<Guest> guests) {\n    return new Booking(",
              "guests, Optional.empty());",
              "    this.remarks = remarks.orElse(null);",
              "    return Optional.ofNullable(remarks);");
    }
  }

  /** The classes change, and with them the descriptions that are still in the plan. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          workshop | room     | room: String max 60
          number   | code     | without: [code, status]
          number   | code     | unwrapped: [code]
          remarks  | comment  | renamed: { comment: note }
          """)
  void aFieldIsRenamedInDescriptionsToo(String field, String name, String described)
      throws IOException {
    ScaffoldFiles.write(scaffold(), written());
    CodeOptions code = new CodeOptions(List.of(), List.of(), Project.classPath());
    try (ShelfTwin twin = ShelfTwin.open(plan(), code)) {
      ChangePreview preview = twin.whatIf().renamed("Booking." + field, name, List.of());
      assertThat(preview.broken()).isEmpty();
      assertThat(preview.breaks()).isFalse();
      assertThat(preview.sources().files().get(plan()).after()).contains(described);
    }
  }

  @Test
  void whatIsWrittenIsTheTruthFromThenOn() throws IOException {
    List<DescribedSource> sources = scaffold();
    assertThat(ScaffoldFiles.write(sources, written())).hasSize(10);
    assertThat(scaffold()).isEmpty();
    CodeOptions code = new CodeOptions(List.of(), List.of(), Project.classPath());
    try (ShelfTwin twin = ShelfTwin.open(plan(), code)) {
      List<Finding> findings = twin.check().findings();
      assertThat(findings).isEmpty();
      assertHeld(twin.trial(OPTIONS)).hasSize(10);
    }
    Path row = written().resolve("coop/kiln/bookings/store/BookingRow.java");
    Files.writeString(row, Files.readString(row).replace("length = 200", "length = 100"));
    try (ShelfTwin twin = ShelfTwin.open(plan(), code)) {
      List<Finding> findings = twin.check().findings();
      assertThat(findings)
          .filteredOn(finding -> finding.rule() == RuleId.DESCRIPTION_DRIFT)
          .singleElement()
          .satisfies(
              drift -> {
                assertThat(drift.message())
                    .isEqualTo(
                        "BookingRow.note is described with at most 200 characters, and the class"
                            + " says 100.");
                assertThat(drift.at()).hasToString(plan() + ":30:9");
              });
    }
  }

  @Test
  void aFileThatExistsIsNotTouched() throws IOException {
    Path there = written().resolve("coop/kiln/bookings/model/Money.java");
    Files.createDirectories(there.getParent());
    Files.writeString(there, "// ours");
    List<DescribedSource> sources = new ArrayList<>();
    try (ShelfTwin twin = ShelfTwin.open(PlanBuilderPlan.plan(), folder)) {
      sources.addAll(twin.scaffold(false));
    }
    assertThatThrownBy(() -> ScaffoldFiles.write(sources, written()))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("Money.java")
        .hasMessageContaining("This file exists");
    assertThat(there).hasContent("// ours");
    try (Stream<Path> files = Files.walk(written())) {
      assertThat(files.filter(Files::isRegularFile)).containsExactly(there);
    }
  }

  /** The same words in Java. */
  private static final class PlanBuilderPlan {

    static Plan plan() {
      return PlanBuilder.named("fees")
          .layer("model", Role.DOMAIN, "coop.kiln.bookings.model")
          .layer("api", Role.TRANSFER, "coop.kiln.bookings.api")
          .describedType(
              "model",
              "Money",
              type -> type.field("amount", "BigDecimal digits 2").field("currency", "String max 3"))
          .describedType("model", "Level", type -> type.constants("NOVICE", "MASTER"))
          .concept("Fee")
          .described(
              "model",
              "Fee",
              Direction.BOTH,
              type -> type.field("price", "Money").field("level", "Level"))
          .described(
              "api",
              "FeeView",
              Direction.OUT,
              type -> type.as("model").flattened("price").renamed("level", "rank"))
          .build();
    }
  }

  @Test
  void aPlanInJavaDescribesTypesToo() {
    try (ShelfTwin twin = ShelfTwin.open(PlanBuilderPlan.plan(), folder)) {
      assertThat(twin.scaffold(false))
          .extracting(DescribedSource::text)
          .last()
          .asString()
          .contains("String priceCurrency", "Level rank");
      assertHeld(twin.trial(OPTIONS)).hasSize(1);
    }
  }
}
