package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.trial.TrialOptions;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Mistakes are planted in the kiln cooperative's example, one at a time, and each must be noticed.
 * A build tries one place of each kind; {@code -Dplanted=all} tries all of them and writes {@code
 * docs/verification.md}.
 */
class PlantedFaultsTest {

  private static final boolean ALL = System.getProperty("planted", "").equals("all");
  private static final Path PAGE = Path.of("../docs/verification.md");
  private static final TrialOptions OPTIONS =
      new TrialOptions(7, 30, Set.of(), OptionalInt.empty(), false);

  private static final List<Outcome> OUTCOMES = new ArrayList<>();

  @TempDir Path folder;

  private int written;

  static Stream<Fault> faults() {
    return Fault.ALL.stream();
  }

  @Test
  void withoutAFaultNothingIsFound() throws IOException {
    Path plan = write(Sources.kiln());
    compile(plan);
    try (ShelfTwin twin = ShelfTwin.open(plan, Project.code())) {
      assertThat(twin.check()).isEmpty();
      assertThat(twin.trial(OPTIONS).held()).isTrue();
    }
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("faults")
  void eachFaultIsNoticed(Fault fault) throws IOException {
    List<Sources> all = fault.plant().apply(Sources.kiln());
    assertThat(all).as("places").isNotEmpty();
    List<Sources> tried = ALL ? all : List.of(all.get(new Random(7).nextInt(all.size())));
    List<String> missed = new ArrayList<>();
    int both = 0;
    for (Sources planted : tried) {
      Set<String> told = told(fault, planted);
      if (!isCaught(fault, told)) {
        missed.add(planted.where() + " " + told);
      }
      both += told.size() > 1 && told.contains(TRIAL) ? 1 : 0;
    }
    OUTCOMES.add(new Outcome(fault, tried.size(), tried.size() - missed.size(), both));
    if (ALL) {
      Files.writeString(PAGE, page());
    }
    assertThat(missed).isEmpty();
  }

  private static final String TRIAL = "trial";

  private static boolean isCaught(Fault fault, Set<String> told) {
    return fault.stage() == Fault.Stage.TRIAL
        ? told.contains(TRIAL)
        : fault.rules().stream().anyMatch(told::contains);
  }

  /** The rules that found something, {@code refused} where the plan was, {@code trial}. */
  private Set<String> told(Fault fault, Sources planted) throws IOException {
    Path plan = write(planted);
    if (fault.stage() == Fault.Stage.CLASSES) {
      compile(plan);
    }
    Set<String> told = new TreeSet<>();
    try (ShelfTwin twin = ShelfTwin.open(plan, Project.code())) {
      for (Finding finding : twin.check()) {
        told.add(finding.rule().key());
      }
      if (fault.stage() == Fault.Stage.TRIAL && !twin.trial(OPTIONS).held()) {
        told.add(TRIAL);
      }
    } catch (InputException refused) {
      told.add("refused");
    }
    return told;
  }

  private Path write(Sources sources) {
    Path project = folder.resolve("kiln" + written++);
    sources.write(project);
    return project.resolve(Sources.PLAN);
  }

  private static void compile(Path plan) throws IOException {
    Path classes = Files.createDirectories(plan.resolveSibling("target/classes"));
    try (Stream<Path> sources = Files.walk(plan.resolveSibling("src"))) {
      assertThat(
              Project.compile(
                  sources.filter(Files::isRegularFile).toList(),
                  plan.resolveSibling("src/main/java"),
                  classes,
                  "-g",
                  "-proc:none"))
          .isEmpty();
    }
  }

  /** What came of one kind of fault. */
  private record Outcome(Fault fault, int planted, int caught, int both) {

    String row() {
      String stage = fault.stage() == Fault.Stage.TRIAL ? (both > 0 ? "both" : "trial") : "check";
      String rules =
          fault.rules().stream()
              .sorted()
              .map(rule -> "`" + rule + "`")
              .collect(Collectors.joining(", "));
      return "| %s | %s | %s | %d / %d |\n".formatted(fault.kind(), stage, rules, caught, planted);
    }
  }

  private static String page() {
    StringBuilder page =
        new StringBuilder(
            """
            # Verification

            Faults of the kinds that people make, planted one at a time in the clean plan and code of the kiln
            cooperative, at every place where they can be made. The stage is the one that must notice: `check` reads
            declarations and class files, `trial` carries values. Without a fault nothing is found. Written by

                mvn test -pl facade -am -Dtest=PlantedFaultsTest -Dplanted=all -Dsurefire.failIfNoSpecifiedTests=false

            | fault | stage | told by one of | caught / planted |
            |---|---|---|---:|
            """);
    OUTCOMES.forEach(outcome -> page.append(outcome.row()));
    int planted = OUTCOMES.stream().mapToInt(Outcome::planted).sum();
    int caught = OUTCOMES.stream().mapToInt(Outcome::caught).sum();
    return page.append(
            "| **%d kinds** | | | **%d / %d** |\n".formatted(OUTCOMES.size(), caught, planted))
        .toString();
  }
}
