package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.TrialOptions;
import java.nio.file.Path;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Types that show their elements read-only and take them one by one. */
class AdderTest {

  private static final String PLAN =
      Project.LAYERS
          + """
        Kiln:
          store: KilnRow
          model: Kiln
          api: { KilnView: both }
          fields:
            - { store: id, is: key, stays: the store's own }
        Shelf:
          store: ShelfRow
          model: Shelf
          api: { ShelfView: both }
          fields:
            - { store: id, is: key, stays: the store's own }
      """;

  private static final String JAVA =
      """
      package coop.kiln.model;
      import java.util.*;
      public final class Kiln {
        private final String code;
        private final List<Shelf> shelves = new ArrayList<>();
        private final Set<String> tags = new LinkedHashSet<>();
        private Kiln(String code) { this.code = code; }
        public static Kiln of(String code) { return new Kiln(code); }
        public void addShelf(Shelf shelf) {
          if (shelf.position() < 0) {
            throw new IllegalArgumentException("a shelf has a place");
          }
          shelves.add(shelf);
        }
        public Kiln addTag(String tag) { tags.add(tag); return this; }
        public String code() { return code; }
        public List<Shelf> shelves() { return List.copyOf(shelves); }
        public Set<String> tags() { return Collections.unmodifiableSet(tags); }
      }
      package coop.kiln.model;
      public record Shelf(int position, int width) {}
      package coop.kiln.store;
      import jakarta.persistence.*;
      import java.util.*;
      @Entity
      public class KilnRow {
        @Id @GeneratedValue Long id;
        @Column(nullable = false) String code;
        @OneToMany(mappedBy = "kiln", cascade = CascadeType.ALL, orphanRemoval = true)
        @OrderColumn
        private final List<ShelfRow> shelves = new ArrayList<>();
        @ElementCollection private final Set<String> tags = new HashSet<>();
        protected KilnRow() {}
        public List<ShelfRow> getShelves() { return Collections.unmodifiableList(shelves); }
        public void addShelf(ShelfRow shelf) { shelf.kiln = this; shelves.add(shelf); }
        public void removeShelf(ShelfRow shelf) { shelf.kiln = null; shelves.remove(shelf); }
        public Set<String> getTags() { return Collections.unmodifiableSet(tags); }
        public void addTag(String tag) { tags.add(tag); }
        public boolean removeTag(String tag) { return tags.remove(tag); }
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class ShelfRow {
        @Id @GeneratedValue Long id;
        @ManyToOne KilnRow kiln;
        int position;
        int width;
      }
      package coop.kiln.api;
      import java.util.*;
      public record KilnView(String code, List<ShelfView> shelves, Set<String> tags) {}
      package coop.kiln.api;
      public record ShelfView(int position, int width) {}
      """;

  @TempDir Path folder;

  @Test
  void theMapperAddsThemOneByOne() throws Exception {
    Project project = new Project(folder).instead(PLAN, JAVA);
    assertThat(project.check()).extracting(Finding::message).isEmpty();
    Generated generated = project.run(ShelfTwin::generate);
    assertThat(project.warnings(generated)).isEmpty();
    assertThat(Project.text(generated, "KilnStoreMapper").replaceAll("\\s+", " "))
        .contains(
            "() -> Kiln.of(",
            "collector.add(\"shelves\", collector.required("
                + "\"shelves\", row.getShelves(), Elements.list(shelfMapper::toShelf)), kiln::addShelf);",
            "List<ShelfRow> shelves = new ArrayList<>(row.getShelves());",
            "ChildRows.byIndex( shelves, kiln.shelves(),",
            "ChildRows.exchange( row.getShelves(), shelves, row::addShelf, row::removeShelf);",
            "row::addTag, row::removeTag);");
    assertThat(Project.text(generated, "KilnApiMapper").replaceAll("\\s+", " "))
        .contains(
            "collector.add(\"shelves\", shelves, kiln::addShelf);",
            "collector.throwIfAny(); return kiln;");
    TrialOptions options = new TrialOptions(5, 40, Set.of(), OptionalInt.empty(), true);
    assertThat(project.run(twin -> twin.trial(options)).routes())
        .hasSizeGreaterThan(6)
        .allSatisfy(
            route ->
                assertThat(route.outcome())
                    .as(route.route() + " " + route.divergences())
                    .isEqualTo(Outcome.HELD));
  }
}
