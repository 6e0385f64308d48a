package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Concepts that hold others, point at others, or are made step by step, down to the real table. */
public class AggregateTest {

  @TempDir Path folder;

  private static final String PIECES =
      """
        Piece:
          store: PieceRow
          model: Piece
          api: { PieceView: both }
          fields:
            - { store: id, stays: the store's own }
            - { model: maker, store: maker.number }
            - { model: glazes, store: glazes.code }
            - { model: size, store: { height: sizeHeight, width: sizeWidth } }
        Mark:
          store: MarkRow
          model: Mark
          api: { MarkView: both }
          fields:
            - { store: id, stays: the store's own }
            - { model: label, is: identity }
      """;

  private static final String TYPES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      import java.util.*;
      @Entity
      public class PieceRow {
        @Id @GeneratedValue private Long id;
        @Column(nullable = false) String tag;
        @ManyToOne(optional = false) MakerRow maker;
        @ManyToMany @OrderColumn List<GlazeRow> glazes = new ArrayList<>();
        @OneToMany(mappedBy = "piece", cascade = CascadeType.ALL, orphanRemoval = true)
        @OrderColumn private List<MarkRow> marks = new ArrayList<>();
        Integer sizeHeight;
        Integer sizeWidth;
        protected PieceRow() {}
        public Long getId() { return id; }
        public List<MarkRow> getMarks() { return marks; }
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class MarkRow {
        @Id @GeneratedValue Long id;
        @ManyToOne(optional = false) PieceRow piece;
        @Column(nullable = false, length = 40) String label;
        @Column(nullable = false) int depth;
        protected MarkRow() {}
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class MakerRow {
        @Id @GeneratedValue Long id;
        @Column(nullable = false, unique = true) long number;
        @Column(nullable = false) String name;
        protected MakerRow() {}
        public long getNumber() { return number; }
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class GlazeRow {
        @Id @GeneratedValue Long id;
        @Column(nullable = false, unique = true) String code;
        protected GlazeRow() {}
      }
      package coop.kiln.model;
      public record MakerNumber(long value) {}
      package coop.kiln.model;
      public record GlazeCode(String value) {}
      package coop.kiln.model;
      public record Size(int height, int width) {}
      package coop.kiln.model;
      public record Mark(String label, int depth) {}
      package coop.kiln.model;
      import java.util.*;
      public final class Piece {
        private final String tag;
        private final MakerNumber maker;
        private final List<GlazeCode> glazes;
        private final List<Mark> marks;
        private final Optional<Size> size;
        private Piece(Builder builder) {
          tag = builder.tag;
          maker = builder.maker;
          glazes = List.copyOf(builder.glazes);
          marks = List.copyOf(builder.marks);
          size = builder.size;
          if (marks.stream().map(Mark::label).distinct().count() < marks.size()) {
            throw new IllegalArgumentException("two marks of one label");
          }
        }
        public String tag() { return tag; }
        public MakerNumber maker() { return maker; }
        public List<GlazeCode> glazes() { return glazes; }
        public List<Mark> marks() { return marks; }
        public Optional<Size> size() { return size; }
        public static Builder of(String tag) { return new Builder(tag); }
        public static final class Builder {
          private final String tag;
          private MakerNumber maker;
          private List<GlazeCode> glazes = List.of();
          private List<Mark> marks = List.of();
          private Optional<Size> size = Optional.empty();
          private Builder(String tag) { this.tag = tag; }
          public Builder maker(MakerNumber maker) { this.maker = maker; return this; }
          public Builder withGlazes(List<GlazeCode> glazes) { this.glazes = glazes; return this; }
          public void setMarks(List<Mark> marks) { this.marks = marks; }
          public Builder size(Optional<Size> size) { this.size = size; return this; }
          public Piece finish() { return new Piece(this); }
        }
      }
      package coop.kiln.api;
      import java.util.*;
      public record PieceView(
          String tag, long maker, List<String> glazes, List<MarkView> marks, SizeView size) {}
      package coop.kiln.api;
      public record MarkView(String label, int depth) {}
      package coop.kiln.api;
      public record SizeView(int height, int width) {}
      """;

  /** Steps of a builder go on from each other. */
  public static Project pieces(Path folder) {
    return new Project(folder)
        .instead(
            Project.LAYERS + PIECES,
            TYPES.replace(
                "public void setMarks(List<Mark> marks) { this.marks = marks; }",
                "public Builder setMarks(List<Mark> marks) { this.marks = marks; return this; }"));
  }

  @Test
  void anAggregateGoesToItsTableAndBack() throws Exception {
    Tried tried = pieces(folder).tried(3, 40);
    assertThat(tried.findings()).isEmpty();
    assertThat(tried.generated().unwritten()).isEmpty();
    assertThat(tried.warnings()).isEmpty();
    assertHeld(tried.trial());
  }

  @Test
  void generatedCodeReadsLikeHandWrittenCode() {
    Generated generated = pieces(folder).run(OpenProject::generate);
    assertThat(Project.text(generated, "PieceStoreMapper"))
        .contains("this.findMakerRow = Objects.requireNonNull(findMakerRow, \"findMakerRow\");")
        .contains(
            "row.maker = collector.required(\"maker\", piece.maker(), RowLookup.by(findMakerRow));")
        .contains("Elements.list(RowLookup.by(findGlazeRow))")
        .contains(
            "ChildRows.byKey( row.getMarks(), child -> child.label, piece.marks(),"
                + " Mark::label, markMapper::applyTo,"
                + " mark -> { MarkRow child = markMapper.toMarkRow(mark);"
                + " child.piece = row; return child; });")
        .contains("row.sizeHeight = piece.size().map(Size::height).orElse(null);")
        .contains("if (row.sizeHeight == null && row.sizeWidth == null) { return null; }")
        .contains("try { return Piece.of(collector.required(\"tag\", row.tag)) .maker(")
        .contains(".withGlazes(")
        .contains(".finish()");
    assertThat(Project.text(generated, "PieceApiMapper"))
        .contains("public PieceApiMapper(MarkApiMapper markMapper, SizeApiMapper sizeMapper)");
  }

  @Test
  void everyPartOfAValueHasItsAccount() {
    HopLedger save =
        pieces(folder)
            .run(
                twin ->
                    twin.ledger().concepts().get(0).hops().stream()
                        .filter(hop -> hop.hop().toString().equals("Piece->PieceRow"))
                        .findFirst()
                        .orElseThrow());
    assertThat(save.into("sizeHeight")).map(FieldMapping::account).contains(Account.SPLIT);
    assertThat(save.into("maker")).map(FieldMapping::account).contains(Account.CONVERTED);
    Project wider =
        pieces(folder)
            .with(
                "record Size(int height, int width)",
                "record Size(int height, int width, int depth)");
    assertThat(wider.check())
        .extracting(
            finding -> finding.rule().key(),
            finding -> finding.field().map(Object::toString).orElse(""))
        .contains(
            tuple("lost-field", "Piece.size.depth"), tuple("type-mismatch", "PieceView.size"));
  }

  @Test
  void reportsThePathOfAMistakeInAChild() {
    Project wrong =
        pieces(folder)
            .with(
                "{ model: label, is: identity }",
                "{ model: label, is: identity, by: coop.kiln.store.Labels }")
            .java(
                """
                package coop.kiln.store;
                public final class Labels {
                  private Labels() {}
                  public static String cut(String label) {
                    return label.length() > 3 ? label.substring(0, 3) : label;
                  }
                }
                """);
    List<Divergence> divergences =
        wrong.trial().routes().stream()
            .map(RouteResult::divergences)
            .flatMap(List::stream)
            .toList();
    assertThat(divergences)
        .isNotEmpty()
        .anySatisfy(
            divergence -> {
              assertThat(divergence.kind()).isEqualTo(Divergence.Kind.TRUNCATED);
              assertThat(divergence.field()).startsWith("Mark.label");
            });
    assertThat(divergences).anyMatch(divergence -> divergence.field().contains("marks["));
  }

  @Test
  void mappersThatNeedEachOtherAreRefusedAndTheOthersWritten() {
    Project circle =
        new Project(folder)
            .instead(
                Project.LAYERS
                    + """
                      Pot:
                        model: Pot
                        api: { PotView: out }
                      Lid:
                        model: Lid
                        api: { LidView: out }
                      Bowl:
                        model: Bowl
                        api: { BowlView: out }
                    """,
                """
                package coop.kiln.model;
                public record Pot(String name, Lid lid) {}
                package coop.kiln.model;
                public record Lid(String name, java.util.Optional<Pot> pot) {}
                package coop.kiln.model;
                public record Bowl(String name, java.util.List<Bowl> inner) {}
                package coop.kiln.api;
                public record PotView(String name, LidView lid) {}
                package coop.kiln.api;
                public record LidView(String name, PotView pot) {}
                package coop.kiln.api;
                public record BowlView(String name, java.util.List<BowlView> inner) {}
                """);
    Generated generated = circle.run(OpenProject::generate);
    assertThat(generated.unwritten())
        .hasSize(2)
        .extracting(Generated.Unwritten::reason)
        .containsOnly("it needs mappers that need it");
    assertThat(circle.check())
        .extracting(finding -> finding.concept() + " " + finding.rule().key())
        .containsExactly("Pot endless-graph", "Pot unwritable-mapper", "Lid unwritable-mapper");
    assertThat(Project.text(generated, "BowlApiMapper"))
        .contains("bowl.inner().stream().map(this::toBowlView).toList()");
    assertThat(circle.trial().routes())
        .filteredOn(route -> route.concept().equals("Bowl"))
        .allSatisfy(route -> assertThat(route.outcome()).isEqualTo(Outcome.HELD));
  }

  @Test
  void valuesFromElsewhereComeInThroughTheMapper() {
    Project given =
        new Project(folder)
            .with("public record NewGlaze(\n    String code,", "public record NewGlaze(")
            .row("{ model: code, given: { NewGlaze: { from: supplier } } }")
            .row(
                "{ model: note, given: { NewGlaze: { from: coop.kiln.model.Notes.usual } }, stays: { NewGlaze: ours } }")
            .java(
                """
                package coop.kiln.model;
                import java.util.Optional;
                public final class Notes {
                  private Notes() {}
                  public static Optional<String> usual() { return Optional.of("new"); }
                }
                """);
    assertThat(given.check()).extracting(Finding::message).isEmpty();
    Generated generated = given.run(OpenProject::generate);
    assertThat(Project.text(generated, "GlazeApiMapper"))
        .contains("public GlazeApiMapper(Supplier<GlazeCode> codeSupplier)")
        .contains("new Glaze( codeSupplier.get(), name,")
        .contains("Notes.usual()");
    assertThat(given.trial().held()).isTrue();
  }

  private static final String LABELS =
      """
      package coop.kiln.api;
      public final class Labels {
        private Labels() {}
        public static String name(String brand, String shade) {
          return shade.isEmpty() ? brand : brand + "~" + shade;
        }
        public static String brand(String name) {
          return name.contains("~") ? name.substring(0, name.indexOf('~')) : name;
        }
        public static String shade(String name) {
          return name.contains("~") ? name.substring(name.indexOf('~') + 1) : "";
        }
      }
      """;

  private Project labelled() {
    return new Project(folder)
        .with(
            "public record GlazeView(\n    String code,\n    String name,",
            "public record GlazeView(\n    String code,\n    String brand,\n    String shade,")
        .with(
            "public record NewGlaze(\n    String code,\n    String name,",
            "public record NewGlaze(\n    String code,\n    String brand,\n    String shade,")
        .with(
            "- { model: name, store: label }",
            "- { model: name, store: label, api: [brand, shade], by: { api: coop.kiln.api.Labels } }")
        .java(LABELS);
  }

  @Test
  void joinsSeveralFieldsWithAUserMethod() throws Exception {
    Project labelled = labelled();
    assertThat(labelled.check()).extracting(Finding::message).isEmpty();
    Generated generated = labelled.run(OpenProject::generate);
    assertThat(Project.text(generated, "GlazeApiMapper"))
        .contains("Labels.brand(glaze.name()), Labels.shade(glaze.name())")
        .contains("collector.join(\"brand\", () -> Labels.name(brand, shade))");
    assertThat(labelled.warnings(generated)).isEmpty();
    assertThat(labelled.trial().held()).isTrue();
    HopLedger in =
        labelled.run(
            twin ->
                twin.ledger().concepts().get(0).hops().stream()
                    .filter(hop -> hop.hop().toString().equals("NewGlaze->Glaze"))
                    .findFirst()
                    .orElseThrow());
    assertThat(in.into("name")).map(FieldMapping::account).contains(Account.JOINED);
  }

  @Test
  void reportsAMissingJoinMethod() {
    assertThat(
            labelled()
                .with("String name(String brand, String shade)", "String all(String brand)")
                .with("return shade.isEmpty() ? brand : brand + \"~\" + shade;", "return brand;")
                .check())
        .extracting(
            finding ->
                finding.rule().key() + " " + finding.field().map(Object::toString).orElse(""))
        .containsExactly("type-mismatch Glaze.name");
    assertThat(labelled().with("public static String shade(", "public static String tone(").check())
        .extracting(
            finding ->
                finding.rule().key() + " " + finding.field().map(Object::toString).orElse(""))
        .containsExactly("type-mismatch GlazeView.shade");
  }

  @Test
  void oneFieldBecomesSeveralAlikeAndColumnsBecomeAnObjectWithSetters() {
    Project workshops =
        new Project(folder)
            .instead(
                Project.LAYERS
                    + """
                    Workshop:
                      store: WorkshopRow
                      model: Workshop
                      api: { WorkshopView: out, NewWorkshop: in }
                      fields:
                        - { model: name, store: [name, sortName], WorkshopView: [label, title] }
                        - { model: place.street, store: street }
                        - { model: place.town, store: town }
                        - { model: hours, api: terms.hours }
                        - { model: fee, api: terms.fee }
                  """,
                """
                package coop.kiln.store;
                public class WorkshopRow {
                  public String name; public String sortName; public String street; public String town;
                  public int hours; public Integer fee;
                }
                package coop.kiln.model;
                public class Place {
                  private final String street;
                  private String town;
                  public Place(String street) { this.street = street; }
                  public String street() { return street; }
                  public String town() { return town; }
                  public void setTown(String town) { this.town = town; }
                }
                package coop.kiln.model;
                public record Workshop(String name, Place place, int hours, Integer fee) {}
                package coop.kiln.api;
                public class Terms { public int hours; public int fee; }
                package coop.kiln.api;
                public record WorkshopView(String label, String title, Place place, Terms terms) {}
                package coop.kiln.api;
                public record NewWorkshop(String name, Place place, Terms terms) {}
                package coop.kiln.api;
                public record Place(String street, String town) {}
                """);
    Tried tried = workshops.tried(1, 20);
    assertThat(tried.findings()).isEmpty();
    assertThat(tried.warnings()).isEmpty();
    assertThat(Project.text(tried.generated(), "WorkshopStoreMapper"))
        .contains("new Place(collector.required(\"street\"", "place.setTown(");
    assertHeld(tried.trial()).hasSize(6);
  }

  @Test
  void aRequestMayHoldTwoValuesForOneField() {
    Project labelled = labelled().with(", by: { api: coop.kiln.api.Labels }", "");
    List<Finding> findings = labelled.check();
    assertThat(findings).extracting(Finding::rule).containsExactly(RuleId.LOST_FIELD);
    assertThat(findings.get(0).message())
        .isEqualTo("NewGlaze.shade is not read: the row lists brand first, and they may differ.");
    assertThat(findings.get(0).remedies())
        .extracting(Remedy::advice)
        .containsExactly(
            "remove it from NewGlaze, or join the fields with a static method of yours: 'by'");
  }

  @Test
  void twoLayersAreEnough() {
    Project two =
        new Project(folder)
            .with("  model: { role: domain, package: coop.kiln.model }\n", "")
            .with("    model: Glaze\n", "")
            .with("- { model: name, store: label }", "- { store: label, api: name }")
            .with("String code;", "public String code;")
            .with("String label;", "public String label;")
            .with("  boolean foodSafe;", "  public boolean foodSafe;")
            .with("String finish;", "public String finish;")
            .with("String note;", "public String note;")
            .with("protected GlazeRow() {}", "public GlazeRow() {}");
    assertThat(two.check()).isEmpty();
    assertThat(two.run(OpenProject::generate).files()).hasSize(1);
    assertThat(two.trial().routes())
        .extracting(RouteResult::route)
        .containsExactly(
            List.of("GlazeRow", "GlazeView"),
            List.of("NewGlaze", "GlazeRow"),
            List.of("NewGlaze", "GlazeRow"));
    assertThat(two.trial().held()).isTrue();
  }

  @Test
  void aPartThatTheMapperMustNotReadIsNotRead() {
    Project hidden =
        new Project(folder)
            .with(
                "package coop.kiln.model;\npublic enum Finish",
                "package coop.kiln.model;\n"
                    + "public final class Cone {\n"
                    + "  private final int number;\n"
                    + "  public Cone(int number) { this.number = number; }\n"
                    + "  int number() { return number; }\n"
                    + "}\n"
                    + "package coop.kiln.model;\npublic enum Finish")
            .with("Optional<String> note) {}", "Optional<String> note,\n    Cone cone) {}")
            .with("String note;", "String note;\n  int coneNumber;")
            .row(
                "{ model: cone.number, store: coneNumber, stays: { GlazeView: no, NewGlaze: no } }");
    assertThat(hidden.check())
        .filteredOn(
            finding -> finding.hop().map(Object::toString).equals(Optional.of("Glaze->GlazeRow")))
        .extracting(Finding::message)
        .anyMatch(message -> message.startsWith("GlazeRow.coneNumber has no source in Glaze"));
  }

  @Test
  void thePlanMayNameTheOppositeConverter() {
    Project said =
        pieces(folder)
            .with(
                "@ManyToOne(optional = false) PieceRow piece;",
                "@ManyToOne(optional = false) Object piece;")
            .with(
                "- { model: label, is: identity }",
                "- { model: label, is: identity }\n      - { store: piece, is: parent }");
    assertThat(said.check()).isEmpty();
    assertThat(Project.text(said.run(OpenProject::generate), "PieceStoreMapper"))
        .contains("child.piece = row;");
  }

  @Test
  void reportsPathsThatDoNotExist() {
    Project misspelt = pieces(folder).with("store: maker.number", "store: maker.nummer");
    assertThat(misspelt.check())
        .singleElement()
        .satisfies(
            finding -> {
              assertThat(finding.message()).isEqualTo("PieceRow has no field 'maker.nummer'");
              assertThat(finding.remedies().get(0).advice())
                  .isEqualTo("did you mean 'maker.number'?");
            });
    assertThatThrownBy(() -> misspelt.run(OpenProject::ledger)).isInstanceOf(InputException.class);
  }
}
