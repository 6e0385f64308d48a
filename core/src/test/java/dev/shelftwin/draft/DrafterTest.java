package dev.shelftwin.draft;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.params.provider.Arguments.of;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.shape.Role;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Proposed plans, and what is added to plans that are there. */
class DrafterTest {

  @TempDir Path folder;

  /** Each case: more of the row, of the domain, of the request; what the draft must say. */
  static Stream<Arguments> guesses() {
    return Stream.of(
        of("String title;", "", "", "- { store: title, stays: '?' }"),
        of("String title; int b; int c;", "", "", "- { store: [title, b, c], stays: '?' }"),
        of("int __; int _0;", "", "", "- { store: [__, _0], stays: '?' }"),
        of(
            "java.time.Instant createdAt;",
            "",
            "",
            "is: audit, stays: set by the persistence layer"),
        of("String noteText;", "String note2Text", "String note2Text", "store: noteText"),
        of(
            "String noteText;",
            "String note1Text, String note2Text",
            "String note1Text, String note2Text",
            "store: noteText"),
        of(
            "long soakMinutes;",
            "java.time.Duration soak",
            "java.time.Duration soak",
            "unit: minutes"),
        of(
            "String worker_id;",
            "String workshopId",
            "String workshopId",
            "- { store: worker_id, stays: '?' }"),
        of("int grams;", "int weight", "int weight", "- { model: weight, store: grams }"),
        of("", "", "String pin", "- { api: pin, is: secret, stays: '?' }"),
        of("String x;", "String x", "", "- { model: x, given: { NewGlaze: { from: caller } } }"),
        of(
            "String x;",
            "java.util.Optional<String> x",
            "",
            "- { model: x, given: { NewGlaze: { value: null } } }"),
        of(
            "int sizeHeight; int sizeWidth;",
            "Size size",
            "Size size",
            "- { model: size.height, store: sizeHeight }"),
        of("ShopRow shop;", "ShopCode shop", "String shop", "- { model: shop, store: shop.code }"),
        of("Integer mood;", "Mood mood", "String mood", "by: { store: coop.kiln.store.Moods }"),
        of("float heat;", "double heat", "double heat", "accept: { lossy-conversion: '?' }"));
  }

  private static final String OTHERS =
      """
      package coop.kiln.model;
      public record Size(int height, int width) {}
      package coop.kiln.model;
      public record ShopCode(String value) {}
      package coop.kiln.model;
      public enum Mood { CALM, WILD }
      package coop.kiln.store;
      public final class Moods {
        private Moods() {}
        public static Integer number(Mood mood) { return mood.ordinal(); }
        public static Mood mood(Integer number) { return Mood.values()[number]; }
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class ShopRow {
        @Id @GeneratedValue Long id;
        @Column(nullable = false) String code;
      }
      """;

  private static final String REQUEST =
      Project.GLAZES.substring(Project.GLAZES.indexOf("public record NewGlaze("));

  @Test
  void anAuditColumnThatOneResponseShowsStaysThere() {
    Project project =
        new Project(folder)
            .instead(
                "",
                """
                package coop.kiln.store;
                @Entity
                public class RepairRow {
                  @Id Long id;
                  String what;
                  String place;
                  Instant createdAt;
                }
                package coop.kiln.api;
                public record RepairView(String what, String place, Instant createdAt) {}
                package coop.kiln.api;
                public record RepairSummary(String what, String place) {}
                """)
            .importing("jakarta.persistence.*", "java.time.Instant");
    Draft draft = project.draft();
    assertThat(draft.text())
        .contains("RepairSummary: { fields: [id, createdAt]")
        .doesNotContain("store: createdAt");
    assertThat(project.with(draft).check())
        .extracting(Finding::rule)
        .containsOnly(RuleId.OPEN_QUESTION);
  }

  @ParameterizedTest(name = "{3}")
  @MethodSource("guesses")
  void proposesRows(String row, String inside, String outside, String expected) {
    String more = inside.isEmpty() ? "" : ",\n    " + inside;
    String asked = outside.isEmpty() ? "" : ",\n    " + outside;
    Project project =
        new Project(folder)
            .with("String note;", "String note;\n  " + row)
            .with("Optional<String> note) {}", "Optional<String> note" + more + ") {}")
            .with(REQUEST, REQUEST.replace("note)", "note" + asked + ")"))
            .java(OTHERS)
            .importing("coop.kiln.model.*");
    String plan = project.draft().text();
    assertThat(plan).contains(expected);
    PlanReader.read("plan.yaml", plan);
  }

  @Test
  void asksForFieldsThatAViewLeavesOut() {
    Project project =
        new Project(folder)
            .with("public record GlazeView(\n    String code,", "public record GlazeView(");
    Draft draft = project.extend();
    assertThat(draft.rows()).isOne();
    assertThat(draft.text())
        .isEqualTo(Project.PLAN + "      - { model: code, stays: { GlazeView: '?' } }\n");
    assertThat(project.with(draft).check())
        .extracting(finding -> finding.rule().key())
        .containsExactly("open-question");
  }

  /** The mapper of an object within others has no caller that could pass what a request lacks. */
  @Test
  void whatObjectsWithinARequestLackIsNotAskedOfCallers() {
    Project project =
        new Project(folder)
            .instead(
                "",
                """
                package coop.kiln.store;
                import jakarta.persistence.*;
                import java.util.*;
                @Entity
                public class KilnRow {
                  @Id @GeneratedValue Long id;
                  @Column(nullable = false) public String code;
                  @OneToMany(cascade = CascadeType.ALL) @OrderColumn
                  public List<ShelfRow> shelves = new ArrayList<>();
                }
                package coop.kiln.store;
                import jakarta.persistence.*;
                @Entity
                public class ShelfRow {
                  @Id @GeneratedValue Long id;
                  @Column(nullable = false) public String maker;
                  public int width;
                }
                package coop.kiln.api;
                import java.util.*;
                public record NewKiln(String code, List<NewShelf> shelves) {}
                package coop.kiln.api;
                public record NewShelf(int width) {}
                """);
    Draft rows = project.draft();
    assertThat(rows.text()).contains("- { store: maker, stays: { NewShelf: '?' } }");
    assertThat(project.with(rows).check())
        .extracting(Finding::rule)
        .containsOnly(RuleId.OPEN_QUESTION);
    Project withDomain =
        project.java(
            """
            package coop.kiln.model;
            import java.util.*;
            public record Kiln(String code, List<Shelf> shelves) {}
            package coop.kiln.model;
            public record Shelf(String maker, int width) {}
            """);
    Draft three = withDomain.draft();
    assertThat(three.text())
        .contains("- { model: maker, given: { NewShelf: { from: supplier } } }");
    assertThat(withDomain.with(three).check()).isEmpty();
  }

  /**
   * Fields of one name whose types do not fit are a question, and keep no mapper from being
   * written.
   */
  @Test
  void fieldsThatDoNotFitAreQuestions() {
    Project project =
        new Project(folder)
            .instead(
                "",
                """
                package coop.kiln.store;
                import jakarta.persistence.*;
                @Entity
                public class MugRow {
                  @Id @GeneratedValue public Long id;
                  public String name;
                  @Lob public byte[] picture;
                }
                package coop.kiln.api;
                public class MugDto {
                  public String id; // only shown, so that nothing is lost from text to number
                  public String name;
                  public java.net.URL picture;
                }
                """);
    Draft draft = project.draft();
    assertThat(draft.text())
        .contains("- { store: picture, stays: { MugDto: '?' } }")
        .contains("{ field: id, out-only: generated by the database }");
    assertThat(project.with(draft).check())
        .extracting(Finding::rule)
        .containsOnly(RuleId.OPEN_QUESTION);
  }

  /** What nothing can set in a row is shown, or else a question; no creator of a row sets it. */
  @Test
  void fieldsOfRowsThatNothingCanSetAreQuestions() {
    Project project =
        new Project(folder)
            .instead(
                "",
                """
                package coop.kiln.store;
                import jakarta.persistence.*;
                @Entity
                public class PassRow {
                  @Id @GeneratedValue private Long id;
                  private String holder;
                  private String token;
                  private String shown;
                  public String getHolder() { return holder; }
                  public void setHolder(String holder) { this.holder = holder; }
                  public String getToken() { return token; }
                  public String getShown() { return shown; }
                }
                package coop.kiln.api;
                public class Pass {
                  private String holder;
                  private String token;
                  private String shown;
                  public String getHolder() { return holder; }
                  public void setHolder(String holder) { this.holder = holder; }
                  public String getToken() { return token; }
                  public String getShown() { return shown; }
                  public void setShown(String shown) { this.shown = shown; }
                }
                package coop.kiln.api;
                public record ChangePass(String holder) {}
                """);
    Draft draft = project.draft();
    assertThat(draft.text())
        .doesNotContain("factory")
        .contains("- { store: shown, out-only: { Pass: '?' } }");
    assertThat(project.with(draft).check())
        .extracting(Finding::rule)
        .containsOnly(RuleId.OPEN_QUESTION);
  }

  @Test
  void dividesOnePackageByTypeNames() {
    Project project =
        new Project(folder)
            .instead(
                "",
                Project.GLAZES
                    .replaceAll("package coop.kiln.(store|model|api);", "package coop.kiln;")
                    .replace("GlazeRow", "GlazeEntity"));
    Draft draft =
        project.draft(
            new LayerPackage(Role.PERSISTENCE, "coop.kiln.*Entity"),
            new LayerPackage(Role.DOMAIN, "coop.kiln.Glaze"),
            new LayerPackage(Role.TRANSFER, "coop.kiln.*View"),
            new LayerPackage(Role.TRANSFER, "coop.kiln.New*"));
    assertThat(draft.text())
        .contains("persistence: { role: persistence, package: coop.kiln }")
        .contains("transfer: { GlazeView: out, NewGlaze: in }")
        .contains("- { domain: name, persistence: label }");
    assertThat(project.with(draft).check()).isEmpty();
    assertHeld(project.trial(7, 20));
  }

  @Test
  void takesSubpackagesButLeavesThoseOfOtherLayers() {
    Project project =
        new Project(folder)
            .instead(
                "", Project.GLAZES.replace("package coop.kiln.store;", "package coop.kiln.a.b;"));
    Draft draft =
        project.draft(
            new LayerPackage(Role.PERSISTENCE, "coop.kiln.**"),
            new LayerPackage(Role.DOMAIN, "coop.kiln.model"),
            new LayerPackage(Role.TRANSFER, "coop.kiln.api"));
    assertThat(draft.text())
        .contains("kiln: { role: persistence, package: coop.kiln.** }")
        .contains("kiln: GlazeRow\n", "model: Glaze\n");
    assertThat(project.with(draft).check()).isEmpty();
  }

  @Test
  void aTypeInAnotherDomainPackageIsAConceptOfItsOwn() {
    Project project =
        new Project(folder)
            .java(
                """
                package coop.kiln.shop;
                public record GlazeOffer(
                    String code, String name, boolean foodSafe, String finish, String note) {}
                """);
    Draft draft =
        project.draft(
            new LayerPackage(Role.DOMAIN, "coop.kiln.model"),
            new LayerPackage(Role.DOMAIN, "coop.kiln.shop"),
            new LayerPackage(Role.TRANSFER, "coop.kiln.api"));
    assertThat(draft.concepts()).containsExactly("Glaze");
    assertThat(draft.text()).contains("model: Glaze\n").doesNotContain("GlazeOffer");
  }

  @Test
  void pairsTypesOfOtherNamesByTheirFields() {
    Project project =
        new Project(folder)
            .java(
                """
                package coop.kiln.api;
                public record GLZ_ITEM(
                    String CODE, String NAME, boolean FOOD_SAFE, String FINISH, String NOTE) {}
                package coop.kiln.model;
                public class Terms {
                  String court; String currency; int days; String carrier;
                  public String getCourt() { return court; }
                  public String getCurrency() { return currency; }
                  public int getDays() { return days; }
                  public String getCarrier() { return carrier; }
                }
                package coop.kiln.model;
                public class SalesTerms extends Terms {}
                package coop.kiln.store;
                @jakarta.persistence.Entity
                public class RepairTerms extends coop.kiln.model.Terms {
                  @jakarta.persistence.Id Long id;
                }
                """);
    Draft draft = project.draft();
    assertThat(draft.text())
        .contains("# guess: types of the concept, by their fields: GLZ_ITEM of Glaze")
        .contains("FOOD_SAFE")
        .doesNotContain("Sales");
    assertThat(project.with(draft).check())
        .extracting(Finding::rule)
        .containsOnly(RuleId.LEAKED_NAME, RuleId.UNNAMED_TYPE);
  }

  @Test
  void aRowHasSeveralObjectsOnlyIfItHasTheirFieldsBesideEachOther() {
    Project project =
        new Project(folder)
            .instead(
                "",
                """
                package coop.kiln.store;
                @jakarta.persistence.Entity
                public class KilnCheckRow {
                  @jakarta.persistence.Id Long id;
                  public String loader;
                  public String shelf;
                  public String cone;
                  public String opener;
                  public String broken;
                }
                package coop.kiln.model;
                public record LoadingCheck(String loader, String shelf, String cone) {}
                package coop.kiln.model;
                public record UnloadingCheck(String opener, String broken) {}
                package coop.kiln.model;
                public record ShelfCheck(String shelf, String loader, String broken) {}
                package coop.kiln.desk;
                import coop.kiln.model.*;
                import coop.kiln.store.*;
                public final class Checks {
                  public static LoadingCheck loading(KilnCheckRow row) { return null; }
                  public static KilnCheckRow row(LoadingCheck check) { return null; }
                  public static UnloadingCheck unloading(KilnCheckRow row) { return null; }
                  public static KilnCheckRow row(UnloadingCheck check) { return null; }
                }
                """);
    Draft draft =
        project.draft(
            new LayerPackage(Role.PERSISTENCE, "coop.kiln.store"),
            new LayerPackage(Role.DOMAIN, "coop.kiln.model"));
    assertThat(draft.concepts()).containsExactly("LoadingCheck", "UnloadingCheck");
  }

  /** Each case: a concept, a field of its view, and whether that field shows the row's own key. */
  @ParameterizedTest
  @CsvSource({
    "FiringStatus, firingStatusId, true",
    "FiringStatus, statusId, true",
    "FiringComment, firingId, false",
    "FiringComment, makerId, false"
  })
  void aKeyIsShownUnderTheNameOfItsThing(String name, String field, boolean own) {
    Project project =
        new Project(folder)
            .instead(
                "",
                """
                package coop.kiln.store;
                import jakarta.persistence.*;
                @Entity
                public class %sRow {
                  @Id @GeneratedValue private Long id;
                  public String text;
                  public Long getId() { return id; }
                }
                package coop.kiln.api;
                public record %sView(Long %s, String text) {}
                """
                    .formatted(name, name, field));
    Draft draft =
        project.draft(
            new LayerPackage(Role.PERSISTENCE, "coop.kiln.store"),
            new LayerPackage(Role.TRANSFER, "coop.kiln.api"));
    if (own) {
      assertThat(draft.text()).contains("- { store: id, api: " + field + " }");
    } else {
      assertThat(draft.text()).doesNotContain("store: id,");
    }
  }

  @Test
  void rowsCannotBeAddedWithinBrackets() {
    Project project =
        new Project(folder)
            .with(
                "fields:\n      - { store: id, is: key, stays: the store's own }\n"
                    + "      - { store: version, is: version, stays: optimistic lock }\n"
                    + "      - { model: name, store: label }\n",
                "fields: [{ model: code, is: identity }]\n");
    assertThatThrownBy(project::extend)
        .isInstanceOf(InputException.class)
        .hasMessageContaining("rows of Glaze cannot be added within brackets");
  }

  @Test
  void asksForLayersThatCannotBeGuessed() {
    Project project = new Project(folder).instead("", "package coop;\nrecord Thing(int x) {}\n");
    assertThatThrownBy(project::draft)
        .isInstanceOf(InputException.class)
        .hasMessageContaining("The layers cannot be guessed from the packages coop");
    assertThatThrownBy(() -> project.draft(new LayerPackage(Role.DOMAIN, "coop.nowhere")))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("This package has no types");
  }

  /** Sources whose methods an annotation processor adds when they are compiled. */
  @Test
  void saysThatSourcesLackTheirMethods() {
    Project project =
        new Project(folder)
            .instead(
                Project.LAYERS + "  Pot: { model: Pot, store: PotRow }\n",
                """
                package coop.kiln;
                @java.lang.annotation.Retention(java.lang.annotation.RetentionPolicy.SOURCE)
                public @interface Accessors {}
                package coop.kiln.model;
                @coop.kiln.Accessors
                public class Pot { private String name; private int weight; } //~ unread-code
                package coop.kiln.store;
                @coop.kiln.Accessors
                public class PotRow { private String name; private int weight; } //~ unread-code
                package coop.kiln.api;
                public record Health(boolean up) {} //~ unnamed-type
                """);
    assertThat(project.found(project.check())).isEqualTo(project.promised());
    assertThatThrownBy(
            () ->
                project.draft(
                    new LayerPackage(Role.DOMAIN, "coop.kiln.model"),
                    new LayerPackage(Role.PERSISTENCE, "coop.kiln.store")))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("nothing can read or set the fields of Pot, PotRow")
        .hasMessageContaining("--classes");
  }

  @Test
  void fieldsThatNothingCanSetOnlyGoOut() {
    Project project =
        new Project(folder)
            .instead(
                "",
                """
                package coop.kiln.model;
                public class Shelf {
                  private long id;
                  private String name;
                  private String place;
                  public Long getId() { return id; }
                  public String getName() { return name; }
                  public String getPlace() { return place; }
                  public void setPlace(String place) { this.place = place; }
                }
                package coop.kiln.api;
                public class ShelfInfo {
                  private Long id;
                  private String name;
                  private String place;
                  public Long getId() { return id; }
                  public void setId(Long id) { this.id = id; }
                  public String getName() { return name; }
                  public void setName(String name) { this.name = name; }
                  public String getPlace() { return place; }
                  public void setPlace(String place) { this.place = place; }
                }
                """);
    Draft draft =
        project.draft(
            new LayerPackage(Role.DOMAIN, "coop.kiln.model"),
            new LayerPackage(Role.TRANSFER, "coop.kiln.api"));
    assertThat(draft.text())
        .contains("- { model: [id, name], out-only: { ShelfInfo: '?' } }")
        .doesNotContain("omits");
    assertThat(project.with(draft).check())
        .extracting(Finding::rule)
        .containsOnly(RuleId.OPEN_QUESTION);
  }

  /** A response that only its own constructor can fill, and one with a field that nothing sets. */
  private static final String READ_ONLY =
      """
      package coop.kiln.model;
      public interface Label {
        Long getId();
        String getName();
        Owner getOwner();
      }
      package coop.kiln.model;
      public interface Owner {
        Long getId();
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class LabelImpl implements coop.kiln.model.Label {
        @Id @GeneratedValue private Long id;
        private String name;
        private String colour;
        private int size;
        @ManyToOne private OwnerImpl owner;
        @Override public Long getId() { return id; }
        @Override public String getName() { return name; }
        public void setName(String name) { this.name = name; }
        public String getColour() { return colour; }
        public void setColour(String colour) { this.colour = colour; }
        public int getSize() { return size; }
        public void setSize(int size) { this.size = size; }
        @Override public coop.kiln.model.Owner getOwner() { return owner; }
        public void setOwner(coop.kiln.model.Owner owner) { this.owner = (OwnerImpl) owner; }
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class OwnerImpl implements coop.kiln.model.Owner {
        @Id @GeneratedValue private Long id;
        @Override public Long getId() { return id; }
      }
      package coop.kiln.api;
      public class LabelXml {
        private Long id;
        private String name;
        private String colour;
        private int size;
        public LabelXml() {}
        CONSTRUCTOR
        public Long getId() { return id; }
        public String getName() { return name; }
        public String getColour() { return colour; }
        public int getSize() { return size; }
        SETTERS
      }
      """;

  /** Each case: members of the transfer type, what its plan says and does not say. */
  static Stream<Arguments> readOnlyTypes() {
    String copies =
        """
        public LabelXml(coop.kiln.model.Label label) {
          this.id = label.getId();
          this.name = label.getName();
        }
        """;
    String setters =
        """
        public void setColour(String colour) { this.colour = colour; }
        public void setSize(int size) { this.size = size; }
        """;
    return Stream.of(
        of("", "", "api: { LabelXml: in }", "- { api: name"),
        of("", setters, "- { store: name, in-only: { LabelXml: '?' } }", "api: name"),
        of(copies, "", "LabelImpl -> LabelXml:", "owner.id, api: id"));
  }

  @ParameterizedTest(name = "{2}")
  @MethodSource("readOnlyTypes")
  void fieldsThatNothingCanSetOnlyComeIn(
      String constructor, String setters, String said, String unsaid) {
    Project project =
        new Project(folder)
            .instead("", READ_ONLY.replace("CONSTRUCTOR", constructor).replace("SETTERS", setters));
    Draft draft =
        project.draft(
            new LayerPackage(Role.PERSISTENCE, "coop.kiln.store"),
            new LayerPackage(Role.TRANSFER, "coop.kiln.api"));
    assertThat(draft.text()).contains(said).doesNotContain(unsaid);
  }

  @Test
  void aQuestionAboutMostTypesOfALayerIsAskedOnce() {
    StringBuilder java = new StringBuilder();
    for (String name : List.of("Jug", "Bowl", "Plate")) {
      java.append(
          """
          package coop.kiln.model;
          public record NAME(String name, int size) {}
          package coop.kiln.api;
          public class NAMEView {
            public String name;
            public int size;
            public String links;
          }
          """
              .replace("NAME", name));
    }
    Project project = new Project(folder).instead("", java.toString());
    Draft draft =
        project.draft(
            new LayerPackage(Role.DOMAIN, "coop.kiln.model"),
            new LayerPackage(Role.TRANSFER, "coop.kiln.api"));
    assertThat(draft.text()).contains("fields: [{ field: links, stays: '?' }]");
    assertThat(draft.questions()).isOne();
    assertThat(project.with(draft).check())
        .extracting(Finding::rule)
        .containsExactly(RuleId.OPEN_QUESTION);
  }

  @Test
  void namesThatDifferInCapitalsOnlyAreTheSameForNestedTypesToo() {
    Project project =
        new Project(folder)
            .instead(
                "",
                """
                package coop.kiln.store;
                import jakarta.persistence.*;
                @Entity
                public class JugRow {
                  @Id @GeneratedValue public Long id;
                  public String name;
                  @ManyToOne public HandleRow leftHandle;
                  protected JugRow() {}
                }
                package coop.kiln.store;
                import jakarta.persistence.*;
                @Entity
                public class HandleRow {
                  @Id @GeneratedValue public Long id;
                  public String side;
                  public int length;
                  protected HandleRow() {}
                }
                package coop.kiln.api;
                public record JugView(String name, HandleView lefthandle) {}
                package coop.kiln.api;
                public record HandleView(String side, int length) {}
                """);
    Draft draft = project.draft();
    assertThat(draft.text()).contains("- { store: leftHandle, api: lefthandle }");
    assertThat(draft.questions()).isZero();
  }
}
