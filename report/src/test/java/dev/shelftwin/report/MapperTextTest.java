package dev.shelftwin.report;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is found in mappers that call each other is told once. */
class MapperTextTest {

  private static final String TYPES =
      """
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class ShelfRow {
        @jakarta.persistence.Id public String code;
        public String wood;
        public String note;
      }
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class RoomRow {
        @jakarta.persistence.Id public String code;
        public String town;
        @jakarta.persistence.OneToOne public ShelfRow best;
        @jakarta.persistence.ManyToMany public java.util.List<ShelfRow> shelves;
      }
      package coop.kiln.api;
      public class ShelfView {
        public String code;
        public String wood;
        public String note;
        public ShelfView() {}
        public static ShelfView of(coop.kiln.store.ShelfRow row) {
          if (row == null) {
            return null;
          }
          ShelfView view = new ShelfView();
          view.code = row.code;
          view.wood = row.wood;
          return view;
        }
      }
      package coop.kiln.api;
      public class RoomView {
        public String code;
        public String town;
        public ShelfView best;
        public java.util.List<ShelfView> shelves;
        public RoomView() {}
        public static RoomView of(coop.kiln.store.RoomRow row) {
          RoomView view = new RoomView();
          view.code = row.code;
          view.best = ShelfView.of(row.best);
          view.shelves = row.shelves == null ? null : row.shelves.stream().map(ShelfView::of).toList();
          return view;
        }
        public static java.util.List<RoomView> list(java.util.List<coop.kiln.store.RoomRow> rows) {
          return rows.stream().map(RoomView::of).toList();
        }
      }
      """;

  private static final String PLAN =
      """
      shelf-twin: 1
      name: rooms
      code: { sources: src }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Room:
          store: RoomRow
          api: { RoomView: out }
          existing-mappers:
            RoomRow -> RoomView: [coop.kiln.api.RoomView.of, coop.kiln.api.RoomView.list]
        Shelf:
          store: ShelfRow
          api: { ShelfView: out }
          existing-mappers: { ShelfRow -> ShelfView: coop.kiln.api.ShelfView.of }
      """;

  @TempDir Path folder;

  @Test
  void whatSeveralMappersHaveIsToldOnce() {
    List<ObservedMapper> mappers =
        new Project(folder).instead(PLAN, TYPES).run(OpenProject::observe);
    assertThat(mappers).hasSize(3);
    assertThat(MapperText.of(mappers, Style.PLAIN))
        .containsOnlyOnce("RoomRow.town never reaches RoomView.town")
        .containsOnlyOnce("ShelfRow.note never reaches ShelfView.note")
        .doesNotContain("best.note", "shelves[].note")
        .contains("2 errors, 0 warnings; 5 not shown again, as other mappers have them too");
  }
}
