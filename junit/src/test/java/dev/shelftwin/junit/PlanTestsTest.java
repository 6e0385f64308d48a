package dev.shelftwin.junit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.platform.engine.discovery.DiscoverySelectors.selectClass;
import static org.junit.platform.engine.discovery.DiscoverySelectors.selectUniqueId;
import static org.mockito.AdditionalAnswers.returnsFirstArg;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import coop.kiln.api.Labels;
import coop.kiln.store.GlazeRow;
import dev.shelftwin.trial.Doubles;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.platform.engine.DiscoverySelector;
import org.junit.platform.engine.TestExecutionResult;
import org.junit.platform.testkit.engine.EngineTestKit;
import org.junit.platform.testkit.engine.Event;
import org.junit.platform.testkit.engine.EventType;

class PlanTestsTest {

  @TrialSettings(plan = "src/test/plans/glazes.yaml", samples = 20)
  static class Sound implements PlanTests {}

  @TrialSettings(plan = "src/test/plans/glazes.yaml", concepts = "Glase")
  static class Misspelt implements PlanTests {}

  @TrialSettings(plan = "src/test/plans/other.yaml", samples = 20, inMemory = true)
  static class OtherPlan implements PlanTests {}

  @TrialSettings(plan = "src/test/plans/narrow.yaml", samples = 50)
  static class Narrow implements PlanTests {}

  @TrialSettings(plan = "src/test/plans/own-mapper.yaml", samples = 20, inMemory = true)
  static class OwnMapper implements PlanTests {}

  static class WithDouble extends OwnMapper {
    @Override
    public Doubles doubles() {
      Labels labels = mock(Labels.class);
      when(labels.shown(any())).then(returnsFirstArg());
      return Doubles.none().with(Labels.class, labels);
    }
  }

  static class WithWrongDouble extends OwnMapper {
    @Override
    public Doubles doubles() {
      return Doubles.none().with(Labels.class, label -> label + "!");
    }
  }

  @TrialSettings(plan = "src/test/plans/tiles.yaml", samples = 20, inMemory = true)
  static class WithRows implements PlanTests {
    private static final Map<Object, GlazeRow> ROWS = new ConcurrentHashMap<>();
    private static final AtomicInteger TIMES = new AtomicInteger();

    @Override
    public Doubles doubles() {
      return Doubles.none().finding(GlazeRow.class, this::row).supplying(Instant.class, this::time);
    }

    private GlazeRow row(Object code) {
      return ROWS.computeIfAbsent(code, key -> GlazeRow.of((String) key));
    }

    private Instant time() {
      return Instant.ofEpochSecond(TIMES.incrementAndGet());
    }
  }

  /** Each test with its result and the first line of its message. */
  private static List<String> run(EngineTestKit.Builder kit, DiscoverySelector selector) {
    return kit
        .selectors(selector)
        .configurationParameter("junit.jupiter.execution.parallel.enabled", "false")
        .execute()
        .allEvents()
        .stream()
        .filter(event -> event.getType() == EventType.FINISHED)
        .filter(
            event ->
                event.getTestDescriptor().getUniqueId().toString().contains("dynamic")
                    || event.getTestDescriptor().isContainer() && !result(event).isEmpty())
        .map(event -> event.getTestDescriptor().getDisplayName() + result(event))
        .toList();
  }

  private static String result(Event event) {
    TestExecutionResult result = event.getRequiredPayload(TestExecutionResult.class);
    return result.getThrowable().map(thrown -> ": " + thrown.getMessage().strip()).orElse("");
  }

  private static EngineTestKit.Builder kit() {
    return EngineTestKit.engine("junit-jupiter");
  }

  @Test
  void theTreeShowsFindingsConceptsRoutesAndFields() {
    assertThat(run(kit(), selectClass(Sound.class)))
        .containsExactly(
            "every field is accounted for",
            "check",
            "Glaze.code",
            "Glaze.label",
            "GlazeRow.code",
            "GlazeRow.label",
            "Glaze->GlazeRow->GlazeRow@table->Glaze",
            "GlazeRow.code",
            "GlazeRow.label",
            "Glaze.code",
            "Glaze.label",
            "GlazeRow->Glaze->GlazeRow",
            "Glaze.code",
            "Glaze.label",
            "Glaze->GlazeView->GlazeView@wire",
            "Glaze");
  }

  @Test
  void oneRouteCanBeRepeatedAlone() {
    String id =
        "[engine:junit-jupiter]/[class:%s]/[test-factory:plan(%s)]/[dynamic-container:#2]/[dynamic-container:#3]"
            .formatted(Sound.class.getName(), PlanTree.class.getName());
    assertThat(run(kit(), selectUniqueId(id)))
        .containsExactly("Glaze.code", "Glaze.label", "Glaze->GlazeView->GlazeView@wire", "Glaze");
  }

  @Test
  void aNarrowColumnIsRedAtItsField() {
    assertThat(run(kit(), selectClass(Narrow.class)))
        .first()
        .asString()
        .startsWith("limit-mismatch Glaze.label: ")
        .contains("Glaze.java:3:41", "the column of GlazeRow.label holds at most 40.");
  }

  @Test
  void aDivergenceIsRedAtItsFieldWithTheSampleAndHowToRepeatIt() {
    assertThat(run(kit(), selectClass(WithWrongDouble.class)))
        .anySatisfy(
            test ->
                assertThat(test)
                    .startsWith(
                        "GlazeView.label: changed  GlazeView.label on Glaze->GlazeView: sent ")
                    .contains("the smallest sample found", "repeat it: shelf-twin trial ")
                    .endsWith("own-mapper.yaml --in-memory --seed 1 --concept Glaze --sample 0"));
  }

  /** Without the double, a stub answers, and nobody knows what the real one would do. */
  @Test
  void doublesTakeThePlaceOfCollaborators() {
    assertThat(run(kit(), selectClass(OwnMapper.class)))
        .anySatisfy(test -> assertThat(test).startsWith("mapper-differs GlazeView.label: "))
        .anySatisfy(
            test ->
                assertThat(test)
                    .startsWith(
                        "Glaze.label: It was not tried enough: filled by a stub of Labels"));
    assertThat(run(kit(), selectClass(WithDouble.class)))
        .contains("does what the plan says", "mapper coop.kiln.api.GlazeViews.view")
        .noneSatisfy(test -> assertThat(test).contains(": "));
  }

  @Test
  void doublesFindRowsAndSupplyValues() {
    assertThat(run(kit(), selectClass(WithRows.class)))
        .contains("Tile.glaze", "Tile->TileRow->Tile")
        .noneSatisfy(test -> assertThat(test).contains(": "));
    assertThat(WithRows.ROWS).hasSizeGreaterThan(5);
    assertThat(WithRows.TIMES).hasPositiveValue();
  }

  @Test
  void aMisspeltConceptIsNoGreenTree() {
    assertThat(run(kit(), selectClass(Misspelt.class)))
        .singleElement()
        .asString()
        .contains("has no concept 'Glase'; correct @TrialSettings(concepts = ...)");
  }

  /** One program has one class of a name, and it must be that of the plan that is tested. */
  @Test
  void theMapperOfAnotherPlanIsNotTested() {
    run(kit(), selectClass(Sound.class));
    assertThat(run(kit(), selectClass(OtherPlan.class)))
        .anySatisfy(
            test ->
                assertThat(test)
                    .startsWith("samples: No sample arrives: no mapper ")
                    .contains("a mapper of this name was added from another plan"));
  }

  @ParameterizedTest
  @CsvSource({
    "shelftwin.samples, 0, 'is ''0''; give a number from 1 on'",
    "shelftwin.in-memory, yes, 'is ''yes''; give true or false'",
    "shelftwin.plan, gone.yaml, There is no plan gone.yaml in ",
    "shelftwin.database, jdbc:none:here, no JDBC driver on the class path accepts this URL"
  })
  void parametersComeBeforeTheAnnotationAndAreChecked(String name, String value, String message) {
    assertThat(run(kit().configurationParameter(name, value), selectClass(Sound.class)))
        .singleElement()
        .asString()
        .startsWith("plan(PlanTree): ")
        .contains(message);
    EngineTestKit.Builder other =
        kit()
            .configurationParameter("shelftwin.plan", "src/test/plans/narrow.yaml")
            .configurationParameter("shelftwin.in-memory", "true")
            .configurationParameter("shelftwin.samples", "3");
    assertThat(run(other, selectClass(Sound.class)))
        .contains("Glaze->GlazeRow->Glaze")
        .first()
        .asString()
        .startsWith("limit-mismatch");
  }
}
