package dev.shelftwin;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.junit.jupiter.params.provider.Arguments.of;

import dev.shelftwin.generate.AdderTest;
import dev.shelftwin.generate.AggregateTest;
import dev.shelftwin.generate.ChangeTest;
import dev.shelftwin.generate.DirectTest;
import dev.shelftwin.generate.FamilyTest;
import dev.shelftwin.generate.PartRowTest;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TwoLayersTest;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Concepts in many styles hold with real JSON and a real database too. */
class StylesTest {

  @TempDir Path folder;

  /** Each: the project, and a route that must be among the ones that were tested. */
  static Stream<Arguments> styles() {
    return Stream.of(
        style("elements added one by one", AdderTest::kilns, "Kiln KilnRow KilnRow@table Kiln"),
        style("children", AggregateTest::pieces, "Piece PieceRow PieceRow@table Piece"),
        style("changes", ChangeTest::glazes, "ChangeGlaze ChangeGlaze@wire Glaze"),
        style("rows to views", DirectTest::glazes, "GlazeRow GlazeCard GlazeCard@wire"),
        style("subtypes", FamilyTest::fees, "Course CourseRow CourseRow@table Course"),
        style("two layers", TwoLayersTest::project, "NewBooking NewBooking@wire BookingRow"),
        style(
            "requests with the keys of children",
            TwoLayersTest::orders,
            "NewOrder NewOrder@wire OrderRow OrderRow@table OrderView OrderView@wire"),
        style(
            "requests with the keys of a row and of the children in its set",
            folder ->
                TwoLayersTest.orders(folder)
                    .with("  @OrderColumn\n", "")
                    .with(
                        "List<LineRow> lines = new ArrayList<>()",
                        "java.util.Set<LineRow> lines = new java.util.HashSet<>()")
                    .with(
                        "NewOrder(String number, List<NewLine> lines)",
                        "NewOrder(Long id, String number, java.util.Set<NewLine> lines)")
                    .with(
                        "OrderView(String number, List<LineView> lines)",
                        "OrderView(Long id, String number, java.util.Set<LineView> lines)"),
            "NewOrder NewOrder@wire OrderRow OrderRow@table OrderView OrderView@wire"),
        style(
            "a row for a part",
            folder ->
                PartRowTest.glazes(
                    folder, "@OneToOne(cascade = CascadeType.ALL, optional = false)", "", ""),
            "Glaze GlazeRow GlazeRow@table Glaze"));
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("styles")
  void holdsAtTheEnds(String name, Function<Path, Project> style, String route) {
    TrialOptions options = new TrialOptions(3, 40, Set.of(), OptionalInt.empty(), true);
    assertHeld(Twins.run(style.apply(folder), twin -> twin.trial(options)))
        .contains(List.of(route.split(" ")));
  }

  private static Arguments style(String name, Function<Path, Project> style, String route) {
    return of(name, style, route);
  }
}
