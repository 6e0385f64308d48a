package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.observe.Comparison;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Existing mappers beside the generated ones of the same hop. */
class MapperComparisonTest {

  private static final String TYPES =
      """
      package coop.kiln.model;
      public record Shelf(int width, int depth) {}
      package coop.kiln.model;
      import java.util.*;
      public record Kiln(String code, Optional<Shelf> spare, List<Shelf> shelves) {}
      package coop.kiln.api;
      public record ShelfView(Integer width, Integer depth) {
        static ShelfView of(coop.kiln.model.Shelf shelf) {
          return new ShelfView(shelf.width(), shelf.depth());
        }
      }
      package coop.kiln.api;
      import java.util.*;
      public record KilnView(String code, ShelfView spare, List<ShelfView> shelves) {
        public KilnView { REFUSAL }
        private static List<ShelfView> views(coop.kiln.model.Kiln kiln) {
          return new ArrayList<>(kiln.shelves().stream().map(ShelfView::of).toList());
        }
        private static ShelfView orNull(coop.kiln.model.Kiln kiln) {
          return kiln.spare().map(ShelfView::of).orElse(null);
        }
        static KilnView same(coop.kiln.model.Kiln kiln) {
          return new KilnView(kiln.code(), orNull(kiln), views(kiln));
        }
        static KilnView neverMissing(coop.kiln.model.Kiln kiln) {
          ShelfView none = new ShelfView(null, null);
          return new KilnView(
              kiln.code(), kiln.spare().map(ShelfView::of).orElse(none), views(kiln));
        }
        static KilnView turned(coop.kiln.model.Kiln kiln) {
          List<ShelfView> shelves = views(kiln);
          Collections.reverse(shelves);
          return new KilnView(kiln.code(), orNull(kiln), shelves);
        }
        static KilnView emptyIsMissing(coop.kiln.model.Kiln kiln) {
          return new KilnView(
              kiln.code(), orNull(kiln), kiln.shelves().isEmpty() ? null : views(kiln));
        }
        static KilnView failing(coop.kiln.model.Kiln kiln) {
          throw new IllegalStateException("no session");
        }
      }
      """;

  private static final String PLAN =
      """
      shelf-twin: 1
      name: kilns
      code: { sources: src }
      layers:
        model: { role: domain, package: coop.kiln.model }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Kiln:
          model: Kiln
          api: { KilnView: out }
          existing-mappers: { Kiln -> KilnView: coop.kiln.api.KilnView.METHOD }
        Shelf:
          model: Shelf
          api: { ShelfView: out }
      """;

  @TempDir Path folder;

  /** Each case: the existing mapper, and the paths at which the generated one differs. */
  @ParameterizedTest
  @CsvSource({
    "same, ''",
    "neverMissing, spare",
    "turned, shelves",
    "emptyIsMissing, shelves",
    "failing, '(all)'"
  })
  void differencesAreShownByPath(String method, String paths) {
    Comparison comparison = compare(method, "");
    assertThat(comparison.reason()).isEmpty();
    assertThat(comparison.samples()).isEqualTo(100);
    assertThat(
            comparison.differences().stream()
                .map(difference -> difference.path().isEmpty() ? "(all)" : difference.path())
                .collect(Collectors.joining(" ")))
        .isEqualTo(paths);
  }

  @Test
  void samplesThatNeitherMapsProveNothing() {
    Comparison comparison = compare("same", "throw new IllegalStateException();");
    assertThat(comparison.reason()).contains("no sample was mapped by either of the two");
  }

  private Comparison compare(String method, String refusal) {
    Project project =
        new Project(folder)
            .instead(PLAN.replace("METHOD", method), TYPES.replace("REFUSAL", refusal));
    try (ShelfTwin twin = ShelfTwin.open(project.write().planFile())) {
      return twin.compare(twin.existingMappers(), 100, ShelfTwin.MapperProgress.SILENT).stream()
          .map(ObservedMapper::comparison)
          .findFirst()
          .orElseThrow()
          .orElseThrow();
    }
  }
}
