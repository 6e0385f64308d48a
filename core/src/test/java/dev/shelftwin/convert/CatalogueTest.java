package dev.shelftwin.convert;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every pair of the JDK's types in the catalogue, each as a request of its own. */
class CatalogueTest {

  private static final List<ConversionDescription> PAIRS =
      Catalogue.descriptions().stream()
          .filter(pair -> isType(pair.from()) && isType(pair.to()))
          .toList();

  @TempDir Path folder;

  private Project project;

  private static boolean isType(String name) {
    return name.matches("(java\\.sql\\.)?[A-Z]\\w+|byte\\[\\]") && !name.equals("Map");
  }

  @BeforeEach
  void describe() {
    StringBuilder plan =
        new StringBuilder(Project.PLAN.substring(0, Project.PLAN.indexOf("  Glaze:")));
    StringBuilder java = new StringBuilder();
    for (int number = 0; number < PAIRS.size(); number++) {
      String concept = "Pair" + number;
      plan.append(
          "  " + concept + ": { model: " + concept + ", api: { New" + concept + ": in } }\n");
      unit(java, "model", concept, PAIRS.get(number).to());
      unit(java, "api", "New" + concept, PAIRS.get(number).from());
    }
    project =
        new Project(folder)
            .instead(plan.toString(), java.toString())
            .importing("java.math.*", "java.net.URI", "java.time.*", "java.util.*");
  }

  private static void unit(StringBuilder java, String layer, String name, String type) {
    java.append("package coop.kiln." + layer + ";\npublic record " + name)
        .append("(" + type + " held, String name) {}\n");
  }

  @Test
  void thereAreManyAndNoneTwice() {
    assertThat(PAIRS)
        .hasSizeGreaterThan(90)
        .extracting(pair -> pair.from() + " " + pair.to())
        .doesNotHaveDuplicates();
  }

  @Test
  void eachIsWrittenCompilesAndDoesWhatItSays() throws IOException {
    Tried tried = project.tried(7, 60);
    assertThat(tried.generated().files()).hasSize(PAIRS.size());
    assertThat(tried.warnings()).isEmpty();
    assertThat(tried.trial().routes())
        .hasSize(PAIRS.size())
        .filteredOn(route -> route.outcome() != Outcome.HELD)
        .extracting(CatalogueTest::pair, RouteResult::divergences, RouteResult::reason)
        .isEmpty();
  }

  /** Every type that stands for a moment or a duration against a number of milliseconds. */
  @ParameterizedTest
  @CsvSource({"Instant", "Date", "Calendar", "OffsetDateTime", "java.sql.Timestamp", "Duration"})
  void aUnitCountsMomentsOnEachLayer(String time) {
    Project counted =
        new Project(folder)
            .instead(
                Project.LAYERS
                    + """
                    Number:
                      store: NumberRow
                      model: Number
                      api: { NumberView: out, NewNumber: in }
                      fields:
                        - { model: held, unit: millis, accept: { lossy-conversion: counted in milliseconds } }
                  """,
                """
                package coop.kiln.store;
                public class NumberRow { public long held; public String name; }
                package coop.kiln.model;
                public record Number(TIME held, String name) {}
                package coop.kiln.api;
                public record NumberView(Long held, String name) {}
                package coop.kiln.api;
                public record NewNumber(TIME held, String name) {}
                """
                    .replace("TIME", time))
            .importing("java.time.*", "java.util.*");
    assertThat(counted.check()).extracting(Finding::rule).isSubsetOf(RuleId.LEAKED_TYPE);
    Tried tried = counted.tried(1, 20);
    assertThat(tried.warnings()).isEmpty();
    assertHeld(tried.trial()).hasSize(4);
  }

  /** What a pattern leaves out is lost; what it lacks to be read back is no conversion. */
  @ParameterizedTest
  @CsvSource({
    "LocalDate, dd.MM.yyyy, ''",
    "LocalDate, dd.MM.yy, part",
    "LocalDate, yyyy-DDD, ''",
    "LocalTime, HH:mm:ss.SSSSSSSSS, ''",
    "LocalTime, HH:mm, time-resolution",
    "LocalTime, 'h:mm:ss.SSSSSSSSS a', ''",
    "LocalDateTime, dd.MM.yyyy, part",
    "LocalDateTime, dd.MM.yyyy HH:mm, time-resolution",
    "OffsetDateTime, yyyy-MM-dd'T'HH:mm:ss.SSSSSSSSSxxx, ''",
    "OffsetDateTime, yyyyMMddHHmmss, 'time-resolution, zone'",
    "ZonedDateTime, yyyy-MM-dd HH:mm:ss.SSSSSSSSS VV, ''",
    "ZonedDateTime, yyyy-MM-dd HH:mm:ss.SSSSSSSSSxxx, zone",
    "Instant, yyyy-MM-dd HH:mm:ss.SSSSSSSSS, ''",
    "Instant, d/M/yyyy, part",
    "Date, dd.MM.yyyy HH:mm:ss.SSS, ''",
    "Date, dd.MM.yyyy, part",
    "java.sql.Date, dd.MM.yyyy, ''",
    "YearMonth, MM/yyyy, ''",
    "LocalDate, MM/yyyy, -",
    "LocalDate, dd.MM.yyyy HH:mm, -",
    "LocalTime, dd.MM.yyyy, -",
    "Integer, dd.MM.yyyy, -"
  })
  void aPatternKeepsWhatItNames(String time, String pattern, String losses) {
    Project written =
        new Project(folder)
            .instead(
                Project.LAYERS
                    + """
                    Firing:
                      store: FiringRow
                      model: Firing
                      fields:
                        - { model: lit, format: "PATTERN" }
                  """
                        .replace("PATTERN", pattern),
                """
                package coop.kiln.store;
                public class FiringRow { public String lit; }
                package coop.kiln.model;
                public record Firing(TIME lit) {}
                """
                    .replace("TIME", time))
            .importing("java.time.*", "java.util.*");
    List<Finding> findings =
        written.check().stream().filter(one -> one.rule() != RuleId.LEAKED_TYPE).toList();
    if (losses.equals("-")) {
      assertThat(findings)
          .filteredOn(one -> one.rule() == RuleId.TYPE_MISMATCH)
          .singleElement()
          .extracting(Finding::message)
          .asString()
          .endsWith(" in the format " + pattern + ".");
    } else {
      assertThat(findings)
          .extracting(Finding::message)
          .allMatch(message -> message.endsWith(" may lose " + losses + "."))
          .hasSize(losses.isEmpty() ? 0 : 1);
    }
  }

  @Test
  void eachLayerCanHaveAUnitOfItsOwn() {
    Project firings =
        new Project(folder)
            .instead(
                Project.LAYERS
                    + """
                    Firing:
                      store: FiringRow
                      model: Firing
                      api: FiringView
                      fields:
                        - model: hold
                          unit: { store: seconds, api: millis }
                          accept: { lossy-conversion: a firing takes hours }
                  """,
                """
                package coop.kiln.store;
                public class FiringRow { public long hold; }
                package coop.kiln.model;
                public record Firing(Duration hold) {}
                package coop.kiln.api;
                public record FiringView(long hold) {}
                """)
            .importing("java.time.Duration");
    Tried tried = firings.tried(1, 20);
    assertThat(Project.text(tried.generated(), "FiringStoreMapper"))
        .contains("toSeconds()", "ofSeconds");
    assertThat(Project.text(tried.generated(), "FiringApiMapper"))
        .contains("toMillis()", "ofMillis");
    assertHeld(tried.trial()).hasSize(4);
  }

  /** A request that no response goes with is sampled as its own layer writes values. */
  @Test
  void requestsAreSampledInTheirOwnUnitsAndFormats() {
    Project firings =
        new Project(folder)
            .instead(
                Project.LAYERS
                    + """
                    Firing:
                      store: FiringRow
                      model: Firing
                      api: { NewFiring: in }
                      fields:
                        - model: hold
                          unit: { store: seconds, api: hours }
                          accept: { lossy-conversion: whole hours }
                        - { model: days, format: { store: yyyyMMdd, api: dd.MM.yyyy } }
                        - { model: lit, format: { store: yyyyMMdd, api: dd.MM.yyyy } }
                  """,
                """
                package coop.kiln.store;
                public class FiringRow { public long hold; public List<String> days; public String lit; }
                package coop.kiln.model;
                public record Firing(Duration hold, List<LocalDate> days, LocalDate lit) {}
                package coop.kiln.api;
                public record NewFiring(long hold, List<String> days, String lit) {}
                """)
            .importing("java.time.*", "java.util.List");
    assertHeld(firings.tried(1, 20).trial()).hasSize(3);
  }

  @Test
  void reportsEveryLossAndNothingElse() {
    // Types of JDBC are found to leak, too, since they stand outside the store here.
    List<Finding> findings =
        project.check().stream().filter(finding -> finding.rule() != RuleId.LEAKED_TYPE).toList();
    assertThat(findings).allMatch(finding -> finding.rule() == RuleId.LOSSY_CONVERSION);
    Set<String> lossy = new TreeSet<>();
    for (int number = 0; number < PAIRS.size(); number++) {
      if (!PAIRS.get(number).losses().isEmpty()) {
        lossy.add("Pair" + number);
      }
    }
    assertThat(findings).extracting(Finding::concept).containsExactlyInAnyOrderElementsOf(lossy);
    for (Finding finding : findings) {
      String losses =
          PAIRS.get(number(finding.concept())).losses().stream()
              .sorted()
              .map(Loss::key)
              .collect(Collectors.joining(", "));
      assertThat(finding.message()).endsWith(" may lose " + losses + ".");
    }
  }

  private static int number(String concept) {
    return Integer.parseInt(concept.substring("Pair".length()));
  }

  private static String pair(RouteResult route) {
    ConversionDescription pair = PAIRS.get(number(route.concept()));
    return pair.from() + " to " + pair.to();
  }
}
