package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Types that show their elements read-only and take them one by one. */
public class AdderTest {

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

  public static Project kilns(Path folder) {
    return new Project(folder).instead(PLAN, JAVA);
  }

  @Test
  void theMapperAddsThemOneByOne() throws Exception {
    Project project = kilns(folder);
    Tried tried = project.tried(5, 40);
    assertThat(tried.findings()).extracting(Finding::message).isEmpty();
    assertThat(tried.warnings()).isEmpty();
    assertThat(tried.text("KilnStoreMapper"))
        .contains(
            "try { kiln = Kiln.of(",
            "collector.add(\"shelves\", collector.required("
                + "\"shelves\", row.getShelves(), Elements.list(shelfMapper::toShelf)), kiln::addShelf);",
            "List<ShelfRow> shelves = new ArrayList<>(row.getShelves());",
            "ChildRows.byIndex( shelves, kiln.shelves(),",
            "ChildRows.exchange( row.getShelves(), shelves, row::addShelf, row::removeShelf);",
            "row::addTag, row::removeTag);");
    assertThat(tried.text("KilnApiMapper"))
        .contains(
            "collector.add(\"shelves\", shelves, kiln::addShelf);",
            "collector.throwIfAny(); return kiln;");
    assertHeld(tried.trial());
  }

  /** A row that shows copies of its collections and takes them as a whole. */
  @Test
  void copiesOfARowsCollectionsAreChangedAndSet() throws Exception {
    Project project =
        kilns(folder)
            .with(
                "public void addShelf(ShelfRow shelf) { shelf.kiln = this; shelves.add(shelf); }\n"
                    + "  public void removeShelf(ShelfRow shelf) { shelf.kiln = null; shelves.remove(shelf); }",
                "public void setShelves(List<ShelfRow> shelves) {\n"
                    + "    this.shelves.clear(); this.shelves.addAll(shelves);\n"
                    + "  }")
            .with("return Collections.unmodifiableList(shelves)", "return new ArrayList<>(shelves)")
            .with(
                "private final Set<String> tags = new HashSet<>();\n  protected",
                "private Set<String> tags;\n  protected")
            .with(
                "return Collections.unmodifiableSet(tags); }\n  public void addTag(String tag) { tags.add(tag); }\n"
                    + "  public boolean removeTag(String tag) { return tags.remove(tag); }",
                "return tags == null ? null : Set.copyOf(tags); }\n  public void setTags(Set<String> tags) { this.tags = Set.copyOf(tags); }");
    Tried tried = project.tried(5, 40);
    assertThat(tried.findings()).extracting(Finding::message).isEmpty();
    assertThat(tried.text("KilnStoreMapper"))
        .contains(
            "List<ShelfRow> shelves = new ArrayList<>(); Elements.add(row.getShelves(), shelves::add);",
            "ChildRows.byIndex( shelves, kiln.shelves(),",
            "row.setShelves(shelves);",
            "row.setTags(new LinkedHashSet<>(kiln.tags()));");
    assertHeld(tried.trial());
  }
}
