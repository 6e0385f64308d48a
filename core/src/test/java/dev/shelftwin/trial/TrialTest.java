package dev.shelftwin.trial;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static dev.shelftwin.testkit.Trials.divergences;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Trials: what they notice, how they prove it, and what they count. */
class TrialTest {

  @TempDir Path folder;

  @Test
  void everyRouteOfASoundConceptHolds() {
    TrialResult result = new Project(folder).trial();
    assertThat(result.held()).isTrue();
    assertThat(result.routes())
        .extracting(route -> String.join(" ", route.route()))
        .containsExactly(
            "Glaze GlazeRow Glaze", "GlazeRow Glaze GlazeRow", "Glaze GlazeView", "NewGlaze Glaze");
    assertThat(result.routes()).allSatisfy(route -> assertThat(route.samples()).isEqualTo(60));
  }

  /** What somebody's own mapper does wrong, and what the trial must say about it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          row.label = glaze.name();                | row.label = row.label;                       | Glaze->GlazeRow    | GlazeRow.label     | missing
          row.label = glaze.name();                | row.label = glaze.name().trim();             | Glaze->GlazeRow    | GlazeRow.label     | changed
          row.foodSafe = glaze.foodSafe();         | row.foodSafe = true;                         | Glaze->GlazeRow    | GlazeRow.foodSafe  | changed
          row.note = glaze.note().orElse(null);    | row.note = glaze.note().orElse("");          | Glaze->GlazeRow    | GlazeRow.note      | appeared
          row.note = glaze.note().orElse(null);    | row.note = glaze.note().orElse(null); row.version = 1; | Glaze->GlazeRow | GlazeRow.version | changed
          Optional.ofNullable(row.note)            | Optional.empty()                             | GlazeRow->Glaze    | Glaze.note         | missing
          value -> Constants.named(Finish.class, value) | value -> Finish.MATT                    | GlazeRow->Glaze    | Glaze.finish       | changed
          row.code = glaze.code().value(); row.label = glaze.name(); | row.code = glaze.name(); row.label = glaze.code().value(); | Glaze->GlazeRow | GlazeRow.code | swapped
          collector.required("label", row.label)      | collector.required("label", (String) null)      | GlazeRow->Glaze    | Glaze              | refused
          row.finish = glaze.finish().name();      | row.finish = row.finish.trim();              | Glaze->GlazeRow    | GlazeRow           | failed
          """)
  void findsMistakesInHandWrittenMappers(
      String find, String put, String hop, String field, String kind) {
    TrialResult result =
        trialOf(
            new Project(folder),
            text ->
                text.contains("class GlazeStoreMapper")
                    ? text.replaceAll("(?m)^//.*$", "").replaceAll("\\s+", " ").replace(find, put)
                    : text);
    assertThat(divergences(result))
        .anySatisfy(
            divergence -> {
              assertThat(divergence.hop()).isEqualTo(hop);
              assertThat(divergence.field()).isEqualTo(field);
              assertThat(divergence.kind().key()).isEqualTo(kind);
            });
    assertThat(result.routes())
        .filteredOn(route -> !route.route().contains("GlazeRow"))
        .extracting(RouteResult::outcome)
        .containsOnly(Outcome.HELD);
  }

  @Test
  void aSwapInsideTheDomainShowsWithTheSmallestSample() {
    TrialResult result = swappedNames().trial();
    Divergence swap = divergences(result).get(0);
    assertThat(swap.hop()).isEqualTo("PotterRow->Potter");
    assertThat(swap.kind()).isEqualTo(Divergence.Kind.SWAPPED);
    assertThat(swap.snapshots())
        .extracting(Snapshot::resolved)
        .containsExactly("Potter", "PotterRow", "Potter");
    List<String> start = texts(swap.snapshots().get(0));
    assertThat(start)
        .as("as small as two different names can be")
        .allMatch(text -> text.length() <= 3);
    assertThat(texts(swap.snapshots().get(2))).containsExactly(start.get(1), start.get(0));
  }

  @Test
  void oneSampleIsRepeatedByItsSeedAndNumber() {
    Project project = swappedNames();
    Divergence first = divergences(project.trial()).get(0);
    TrialOptions again =
        new TrialOptions(7, 60, Set.of("Potter"), OptionalInt.of(first.sample()), false);
    TrialResult repeated = project.trial(again);
    assertThat(divergences(repeated)).contains(first);
    assertThat(repeated.routes()).allSatisfy(route -> assertThat(route.samples()).isEqualTo(1));
  }

  @Test
  void theSameSeedGivesTheSameResultAndAnotherSeedOthers() {
    Project project =
        new Project(folder)
            .with(
                "Optional<String> note) {}",
                "Optional<String> note) {\n"
                    + "  public Glaze { if (name.length() > 6) throw new RuntimeException(); }\n}");
    TrialOptions other = new TrialOptions(8, 60, Set.of(), OptionalInt.empty(), false);
    assertThat(project.trial()).isEqualTo(project.trial());
    assertThat(project.trial(other).routes()).isNotEqualTo(project.trial().routes());
  }

  @Test
  void aDerivedFieldMustBeRightAfterTheRoundTrip() {
    Project project =
        new Project(folder)
            .with(
                "Optional<String> note) {}",
                "Optional<String> note) {\n"
                    + "  private static int made;\n"
                    + "  public int age() { return made++; }\n}")
            .row("{ model: age, derived: nothing at all }");
    assertThat(divergences(project.trial()))
        .anySatisfy(
            divergence -> {
              assertThat(divergence.hop()).isEqualTo("GlazeRow->Glaze");
              assertThat(divergence.field()).isEqualTo("Glaze.age");
            });
  }

  @Test
  void findsAConstantThatTheFactorySetsDifferently() {
    Project project =
        new Project(folder)
            .with("Optional<String> note) {}", FACTORIES)
            .with(
                "model: Glaze\n",
                "model: { type: Glaze, build: { NewGlaze: mix, GlazeRow: new } }\n")
            .with(
                "    String finish,\n    String note) {}\npackage coop.kiln.api;\npublic record NewGlaze(\n    String code,\n    String name,\n    boolean foodSafe,\n    String finish,",
                "    String finish,\n    String note) {}\npackage coop.kiln.api;\npublic record NewGlaze(\n    String code,\n    String name,\n    boolean foodSafe,")
            .row("{ model: finish, given: { NewGlaze: { value: MATT } } }");
    assertThat(project.check()).isEmpty();
    assertThat(divergences(project.trial()))
        .singleElement()
        .satisfies(
            divergence -> {
              assertThat(divergence.field()).isEqualTo("Glaze.finish");
              assertThat(divergence.before()).isEqualTo("MATT");
              assertThat(divergence.after()).isEqualTo("GLOSSY");
            });
  }

  /** What types do with their own values on purpose, whichever way these come in. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          Optional<String> note) {}      | Optional<String> note) { public Glaze { name = name.strip(); } }
          Optional<String> note) {}      | Optional<String> note) { public Glaze { name = name.toLowerCase(java.util.Locale.ROOT); } }
          Optional<String> note) {}      | Optional<String> note) { public Glaze { note = note.map(String::strip); } }
          if (value.isBlank())           | value = value.toLowerCase(java.util.Locale.ROOT); if (value.isBlank())
          """)
  void aTypeMayNormalizeItsValues(String find, String put) {
    Project project = new Project(folder).with(find, put);
    assertThat(divergences(project.trial())).isEmpty();
  }

  @Test
  void elementsMayNormalizeTheirValuesToo() {
    Project project =
        new Project(folder)
            .java(
                """
                package coop.kiln.model;
                import java.math.*;
                public record Line(String text, BigDecimal grams) {
                  public Line {
                    text = text.strip();
                    grams = grams.setScale(2, RoundingMode.HALF_UP);
                  }
                }
                package coop.kiln.model;
                public record Recipe(String name, java.util.List<Line> lines) {}
                package coop.kiln.api;
                public record RecipeLine(String text, java.math.BigDecimal grams) {}
                package coop.kiln.api;
                public record RecipeView(String name, java.util.List<RecipeLine> lines) {}
                """)
            .plan(
                """
                  Line: { model: Line, api: { RecipeLine: both } }
                  Recipe: { model: Recipe, api: { RecipeView: both } }
                """);
    assertThat(divergences(project.trial())).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "note = Optional.empty();",
        "name = name.isEmpty() ? name : name.substring(1);",
        "name = name + name;",
        "code = new GlazeCode(name.strip().isEmpty() ? code.value() : name.strip());"
      })
  void aTypeMayNotLoseItsValues(String loss) {
    Project project =
        new Project(folder)
            .with(
                "Optional<String> note) {}",
                "Optional<String> note) { public Glaze { " + loss + " } }");
    assertThat(divergences(project.trial())).isNotEmpty();
  }

  private static final String FACTORIES =
      """
      Optional<String> note) {
        public static Glaze mix(
            GlazeCode code, String name, boolean foodSafe, Optional<String> note) {
          return new Glaze(code, name, foodSafe, Finish.GLOSSY, note);
        }
      }
      """;

  @Test
  void aTypeThatRejectsEverySampleIsRefused() {
    Project project =
        new Project(folder)
            .with(
                "Optional<String> note) {}",
                "Optional<String> note) {\n"
                    + "  public Glaze { throw new IllegalStateException(\"the shop is shut\"); }\n}");
    assertThat(project.trial().routes())
        .allSatisfy(
            route -> {
              assertThat(route.outcome()).isEqualTo(Outcome.REFUSED);
              assertThat(route.refused()).isEqualTo(route.samples()).isGreaterThanOrEqualTo(60);
              assertThat(route.reason().orElseThrow()).contains("the shop is shut");
            });
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "!value.matches(\"G-\\\\d{4}[A-F]?\")",
        "!java.util.regex.Pattern.compile(\"^[A-Z]{2}(/[0-9]{2}){2}$\").matcher(value).matches()",
        "!value.contains(\"@\")",
        "!value.startsWith(\"glaze:\")"
      })
  void textsThatATypeAcceptsAreFoundByItsConstants(String rejected) {
    Project project = new Project(folder).with("if (value.isBlank())", "if (" + rejected + ")");
    assertThat(project.trial().held()).isTrue();
  }

  /** "Held" means that every field was tried: a constant in its place would have been seen. */
  @Test
  void aFieldThatIsSentWithOneValueOnlyMakesItsRoutesIncomplete() {
    Project project =
        new Project(folder)
            .java(
                """
                package coop.kiln;
                import coop.kiln.model.GlazeCode;
                public final class Samples {
                  private Samples() {}
                  public static GlazeCode code() { return new GlazeCode("G1"); }
                }
                """)
            .plan("samples: { GlazeCode: coop.kiln.Samples.code }\n");
    TrialResult result = project.trial();
    assertThat(result.held()).isFalse();
    assertThat(result.routes())
        .filteredOn(route -> route.route().get(0).equals("Glaze"))
        .isNotEmpty()
        .allSatisfy(
            route -> {
              assertThat(route.outcome()).isEqualTo(Outcome.INCOMPLETE);
              assertThat(route.reason().orElseThrow())
                  .startsWith("never sent with two different values: Glaze.code");
            });
  }

  @Test
  void aFieldOfWhichNobodyCanCreateAValueRefusesNothingElse() {
    TrialResult result =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: repairs
                code: { sources: src }
                layers:
                  store: { role: persistence, package: coop.kiln.store }
                  api: { role: transfer, package: coop.kiln.api }
                concepts:
                  Repair: { store: RepairRow, api: { RepairView: out } }
                """,
                """
                package coop.kiln.store;
                public record RepairRow(String what, java.text.Format format) {}
                package coop.kiln.api;
                public record RepairView(String what, java.text.Format format) {}
                """)
            .trial();
    assertThat(result.routes())
        .singleElement()
        .satisfies(
            route -> {
              assertThat(route.outcome()).isEqualTo(Outcome.INCOMPLETE);
              assertThat(route.refused()).isZero();
              assertThat(route.reason())
                  .hasValue(
                      "never sent with a value, Format: no sample can be created (it is abstract);"
                          + " name a sample method in 'samples': RepairRow.format");
            });
  }

  @Test
  void twoRequestsOfOneConceptHaveListMethodsOfTheirOwn() {
    Project project =
        new Project(folder)
            .with("NewGlaze: in", "NewGlaze: in, LentGlaze: in")
            .java(
                """
                package coop.kiln.api;
                public record LentGlaze(
                    String code, String name, boolean foodSafe, String finish, String note) {}
                """);
    String mapper = Project.text(project.run(OpenProject::generate), "GlazeApiMapper");
    assertThat(mapper)
        .contains("toGlazeListFromNewGlazes(List<NewGlaze>")
        .contains("toGlazeListFromLentGlazes(List<LentGlaze>");
    assertThat(project.trial().held()).isTrue();
  }

  @Test
  void aTypeThatNoRandomValueFitsIsSampledByItsOwnMethod() {
    Project project =
        new Project(folder)
            .with(
                "if (value.isBlank())",
                "if (value.length() < 9"
                    + " || !new StringBuilder(value).reverse().toString().equals(value))");
    assertThat(project.trial().routes())
        .extracting(RouteResult::outcome)
        .containsOnly(Outcome.REFUSED);
    project
        .java(
            """
            package coop.kiln;
            import coop.kiln.model.GlazeCode;
            import java.util.random.RandomGenerator;
            public final class Samples {
              private Samples() {}
              public static GlazeCode code(RandomGenerator random) {
                String half = "G" + random.nextInt(10_000, 90_000);
                return new GlazeCode(half + new StringBuilder(half).reverse());
              }
            }
            """)
        .plan("samples: { GlazeCode: coop.kiln.Samples.code }\n");
    assertThat(project.trial().held()).isTrue();
  }

  @Test
  void aMethodForSamplesThatFailsIsTheUsersErrorWithItsPlace() {
    Project project =
        new Project(folder)
            .java(
                """
                package coop.kiln;
                public final class Samples {
                  private Samples() {}
                  public static Object code() { throw new IllegalStateException("no clay"); }
                }
                """)
            .plan("samples: { GlazeCode: coop.kiln.Samples.code }\n");
    assertThatThrownBy(project::trial)
        .isInstanceOf(InputException.class)
        .hasMessageContaining("shelf-twin.yaml:17")
        .hasMessageContaining("no clay");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "throw new IllegalStateException(\"ageless\"); | ageless",
        "try { throw new ClassNotFoundException(\"coop.clay.Age\"); } catch (Exception missing) {"
            + " throw new IllegalStateException(missing); }"
            + " | the class coop.clay.Age is not on the class path"
      })
  void anAccessorThatThrowsStopsItsRoutesAndIsNamed(String body, String reason) {
    Project project =
        new Project(folder)
            .with(
                "Optional<String> note) {}",
                "Optional<String> note) {\n  public int age() { " + body + " }\n}")
            .row("{ model: age, derived: from nothing }");
    assertThat(project.trial().routes())
        .isNotEmpty()
        .allSatisfy(
            route -> {
              assertThat(route.outcome()).isEqualTo(Outcome.REFUSED);
              assertThat(route.reason().orElseThrow())
                  .contains("sample 0 cannot be sent: coop.kiln.model.Glaze: age() failed")
                  .contains(reason);
            });
  }

  /** An accessor that is wrong while two threads are in it is right for the trial. */
  @Test
  void codeThatIsNotThreadSafeIsNoFailure() {
    Project project =
        new Project(folder)
            .with(
                "Optional<String> note) {}",
                """
                Optional<String> note) {
                  private static final java.util.concurrent.atomic.AtomicInteger INSIDE =
                      new java.util.concurrent.atomic.AtomicInteger();
                  public String name() {
                    boolean alone = INSIDE.incrementAndGet() == 1;
                    long end = System.nanoTime() + 2_000_000;
                    while (System.nanoTime() < end) {
                      Thread.onSpinWait();
                    }
                    INSIDE.decrementAndGet();
                    return alone ? name : "-";
                  }
                }
                """);
    TrialOptions options = TrialOptions.defaults().inMemory().withSamples(20).withThreads(4);
    assertHeld(project.trial(options));
    assertThat(project.trial(options.withThreads(1))).isEqualTo(project.trial(options));
  }

  @Test
  void reportsProgressAfterEverySample() {
    TrialProgress progress = mock(TrialProgress.class);
    TrialOptions few = new TrialOptions(1, 5, Set.of(), OptionalInt.empty(), false);
    new Project(folder).run(twin -> twin.trial(few, progress));
    verify(progress, times(20)).advance(anyString(), anyInt(), eq(20));
    verify(progress, times(5)).advance(eq("NewGlaze->Glaze"), anyInt(), eq(20));
    verify(progress).advance(anyString(), eq(20), eq(20));
  }

  private Project swappedNames() {
    return new Project(folder)
        .instead(
            Project.PLAN
                .substring(0, Project.PLAN.indexOf("  Glaze:"))
                .concat(
                    """
                      Potter:
                        store: PotterRow
                        model: Potter
                    """),
            """
            package coop.kiln.store;
            public class PotterRow { String given; String family; }
            package coop.kiln.model;
            public final class Potter {
              private final String given;
              private final String family;
              private Potter(String given, String family) {
                this.given = given;
                this.family = family;
              }
              public static Potter restore(String given, String family) {
                return new Potter(family, given);
              }
              public String given() { return given; }
              public String family() { return family; }
            }
            """);
  }

  /** Tests the generated mappers as somebody changed them. */
  private static TrialResult trialOf(Project project, UnaryOperator<String> change) {
    return project.run(
        open -> {
          Map<String, String> mappers = new HashMap<>(open.generate().texts());
          mappers.replaceAll((name, text) -> change.apply(text));
          return open.trialOf(mappers, TrialOptions.defaults().inMemory());
        });
  }

  private static List<String> texts(Snapshot snapshot) {
    return snapshot.values().stream().map(Snapshot.Value::text).toList();
  }
}
