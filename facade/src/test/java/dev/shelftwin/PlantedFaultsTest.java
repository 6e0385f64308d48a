package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.TrialOptions;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Mistakes are planted in the kiln cooperative's example, one at a time, and each must be noticed.
 * A build tries one place of each kind; {@code -Dplanted=all} tries all of them and writes {@code
 * docs/verification.md}.
 */
@Execution(ExecutionMode.CONCURRENT)
class PlantedFaultsTest {

  private static final boolean ALL = System.getProperty("planted", "").equals("all");
  private static final Path PAGE = Path.of("../docs/verification.md");
  private static final TrialOptions OPTIONS =
      new TrialOptions(7, 120, Set.of(), OptionalInt.empty(), false);

  private static final Map<Fault, Outcome> OUTCOMES = new ConcurrentHashMap<>();

  @TempDir Path folder;

  private final AtomicInteger written = new AtomicInteger();

  static Stream<Fault> faults() {
    return Fault.ALL.stream();
  }

  @Test
  void withoutAFaultNothingIsFound() throws IOException {
    Path plan = write(Sources.kiln());
    compile(plan);
    try (ShelfTwin twin = ShelfTwin.open(plan, Twins.code())) {
      assertThat(twin.check().findings()).isEmpty();
      assertThat(twin.trial(OPTIONS).held()).isTrue();
    }
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("faults")
  void everyPlantedFaultIsFound(Fault fault) throws IOException {
    List<Sources> places = fault.plant().apply(Sources.kiln());
    assertThat(places).as("places").isNotEmpty();
    List<Sources> tried = ALL ? places : List.of(places.get(new Random(7).nextInt(places.size())));
    List<Set<String>> told = tried.parallelStream().map(planted -> told(fault, planted)).toList();
    List<String> missed =
        IntStream.range(0, tried.size())
            .filter(index -> !isCaught(fault, told.get(index)))
            .mapToObj(index -> tried.get(index).where() + " " + told.get(index))
            .toList();
    OUTCOMES.put(fault, new Outcome(fault, tried.size(), missed));
    assertThat(missed).isEmpty();
  }

  @AfterAll
  static void writePage() throws IOException {
    if (ALL) {
      String before = Files.readString(PAGE);
      int others = before.indexOf(OTHER_PROOFS);
      Files.writeString(
          PAGE,
          page(Fault.ALL.stream().map(OUTCOMES::get).toList())
              + (others < 0 ? "" : before.substring(others)));
    }
  }

  private static final String TRIAL = "trial";

  /** What follows on the page is not about planted faults. */
  private static final String OTHER_PROOFS = "\n# Plans with random mistakes\n";

  private static boolean isCaught(Fault fault, Set<String> told) {
    boolean checked = fault.rules().stream().anyMatch(told::contains);
    return switch (fault.stage()) {
      case CHECK, CLASSES -> checked;
      case TRIAL -> told.contains(TRIAL);
      case BOTH -> checked && told.contains(TRIAL);
    };
  }

  /** The rules that found something, {@code refused} where the plan was, {@code trial}. */
  private Set<String> told(Fault fault, Sources planted) {
    Path plan = write(planted);
    if (fault.stage() == Fault.Stage.CLASSES) {
      compile(plan);
    }
    Set<String> told = new TreeSet<>();
    try (ShelfTwin twin = ShelfTwin.open(plan, Twins.code())) {
      List<Finding> findings = twin.check().findings();
      findings.forEach(finding -> told.add(finding.rule().key()));
      if (!told.contains("unknown-name")) {
        Twins.assertLossesAreTold(twin, findings);
      }
      boolean tried = fault.stage() == Fault.Stage.TRIAL || fault.stage() == Fault.Stage.BOTH;
      if (tried && !twin.trial(options(fault, planted)).held()) {
        told.add(TRIAL);
      }
    } catch (InputException refused) {
      told.add("refused");
    }
    return told;
  }

  /** Tries the concept that the file is named for, else all. */
  private static TrialOptions options(Fault fault, Sources planted) {
    String concept = planted.where().replaceFirst("(Row|View)?\\.java:.*", "");
    boolean listed = planted.texts().get(Sources.PLAN).contains("\n  " + concept + ":\n");
    return new TrialOptions(
        7,
        120,
        listed ? Set.of(concept) : Set.of(),
        OptionalInt.empty(),
        fault.stage() == Fault.Stage.BOTH);
  }

  private Path write(Sources sources) {
    Path project = folder.resolve("kiln" + written.getAndIncrement());
    sources.write(project);
    return project.resolve(Sources.PLAN);
  }

  private static void compile(Path plan) {
    Path classes = plan.resolveSibling("target/classes");
    try (Stream<Path> sources = Files.walk(plan.resolveSibling("src"))) {
      assertThat(
              Project.compile(
                  sources.filter(Files::isRegularFile).toList(),
                  plan.resolveSibling("src/main/java"),
                  Files.createDirectories(classes),
                  "-g",
                  "-proc:none"))
          .isEmpty();
    } catch (IOException failure) {
      throw new UncheckedIOException(failure);
    }
  }

  /** What came of one kind of fault. */
  private record Outcome(Fault fault, int planted, List<String> missed) {

    int caught() {
      return planted - missed.size();
    }

    String row() {
      String stage =
          switch (fault.stage()) {
            case CHECK, CLASSES -> "check";
            case TRIAL -> "trial";
            case BOTH -> "both";
          };
      String rules =
          fault.rules().stream()
              .sorted()
              .map(rule -> "`" + rule + "`")
              .collect(Collectors.joining(", "));
      return "| %s | %s | %s | %d / %d |\n"
          .formatted(fault.kind(), stage, rules, caught(), planted);
    }
  }

  private static String page(List<Outcome> outcomes) {
    StringBuilder page =
        new StringBuilder(
            """
            # Verification

            Faults of the kinds that people make, planted one at a time in the clean plan and code of the kiln
            cooperative, at every place where they can be made. The stage is the one that must notice: `check` reads
            declarations and class files, `trial` carries values; where it is `both`, the trial proves what the check
            foretold. Without a fault nothing is found. Written by

                mvn test -pl facade -am -Dtest=PlantedFaultsTest -Dplanted=all -Dsurefire.failIfNoSpecifiedTests=false

            | fault | stage | told by one of | caught / planted |
            |---|---|---|---:|
            """);
    outcomes.forEach(outcome -> page.append(outcome.row()));
    int planted = outcomes.stream().mapToInt(Outcome::planted).sum();
    int caught = outcomes.stream().mapToInt(Outcome::caught).sum();
    page.append("| **%d kinds** | | | **%d / %d** |\n".formatted(outcomes.size(), caught, planted));
    outcomes.forEach(
        outcome ->
            outcome
                .missed()
                .forEach(
                    place ->
                        page.append(
                            "\nMissed: %s at %s.\n".formatted(outcome.fault().kind(), place))));
    return page.toString();
  }
}
