package dev.shelftwin.trial;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.draft.Draft;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What values a trial makes: the domain refuses or counts them, and so tells what it was given. */
class SampleTest {

  @TempDir Path folder;

  /** A condition on a text that the domain refuses; samples must, or must never, meet it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          label longer than its column     | name.length() > 40                                   | never
          label as long as its column      | name.length() == 40                                  | some
          an empty text                    | name.isEmpty()                                       | some
          a text beyond the basic plane    | name.codePoints().anyMatch(point -> point > 0xFFFF)  | some
          a text with a line end           | name.indexOf(10) >= 0                                | some
          a text that ends in a space      | name.endsWith(" ")                                   | some
          two texts that are the same      | note.isPresent() && note.get().equals(name)          | never
          a text that the row requires     | name == null                                         | never
          nothing where that is allowed    | note.isEmpty()                                       | some
          something where nothing is       | note.isPresent()                                     | some
          each constant of an enumeration  | finish == Finish.SATIN                               | some
          """)
  void textsReachTheirEdgesAndStayWithinTheirLimits(String name, String condition, String when) {
    RouteResult route = route(condition);
    if (when.equals("never")) {
      assertThat(route.refused()).as(name).isZero();
    } else {
      assertThat(route.refused()).as(name).isPositive().isLessThan(route.samples());
    }
  }

  private static final List<String> TYPES =
      List.of(
          "byte",
          "short",
          "int",
          "long",
          "float",
          "double",
          "char",
          "boolean",
          "Byte",
          "Short",
          "Integer",
          "Long",
          "Float",
          "Double",
          "Character",
          "Boolean",
          "java.math.BigDecimal",
          "java.math.BigInteger",
          "java.util.UUID",
          "java.net.URI",
          "java.util.Locale",
          "java.util.Currency",
          "java.time.ZoneId",
          "java.time.Instant",
          "java.time.LocalDate",
          "java.time.LocalTime",
          "java.time.LocalDateTime",
          "java.time.OffsetDateTime",
          "java.time.ZonedDateTime",
          "java.time.Duration",
          "java.time.Period",
          "java.time.Year",
          "java.time.YearMonth",
          "java.util.List<String>",
          "java.util.Set<Integer>",
          "java.util.Collection<coop.kiln.model.Finish>");

  @Test
  void everyTypeOfTheLanguageIsSampledAndCarried() {
    String components =
        IntStream.range(0, TYPES.size())
            .mapToObj(index -> TYPES.get(index) + " extra" + index)
            .collect(Collectors.joining(",\n    "));
    String columns =
        "@Column(nullable = false, precision = 20, scale = 4) "
            + components.replace(
                ",\n    ", ";\n  @Column(nullable = false, precision = 20, scale = 4) ");
    Project project =
        new Project(folder)
            .with("String note;", "String note;\n  " + columns + ";")
            .with("Optional<String> note) {}", "Optional<String> note,\n    " + components + ") {}")
            .with("public record GlazeView(", "public record GlazeView(\n    " + components + ",")
            .with("public record NewGlaze(", "public record NewGlaze(\n    " + components + ",");
    assertThat(project.check()).isEmpty();
    TrialResult trial = project.trial();
    assertThat(trial.held()).as(trial.toString()).isTrue();
    assertThat(trial.routes()).allSatisfy(route -> assertThat(route.refused()).isLessThan(60));
  }

  /** Rows and transfer types whose fields have prefixes that their methods do not have. */
  @Test
  void fieldsArePairedSetAndReadByTheNamesOfTheirMethods() {
    Project project =
        new Project(folder)
            .instead(
                "",
                """
                package coop.kiln.store;
                import jakarta.persistence.*;
                import java.util.*;
                @Entity
                public class MugRow {
                  @Id @GeneratedValue private Long _id;
                  @Column(nullable = false, length = 9) private String _name;
                  @ElementCollection @OrderColumn private List<String> _marks = new ArrayList<>();
                  public Long getId() { return _id; }
                  public String getName() { return _name; }
                  public void setName(String name) { _name = name; }
                  public List<String> getMarks() { return _marks; }
                }
                package coop.kiln.api;
                import java.util.*;
                public class MugDto {
                  private String mName;
                  private List<String> mMarks;
                  public String getName() { return mName; }
                  public void setName(String name) { mName = name; }
                  public List<String> getMarks() { return mMarks; }
                  public void setMarks(List<String> marks) { mMarks = marks; }
                }
                package coop.kiln.api;
                public class MugConverter {
                  public static MugDto dto(coop.kiln.store.MugRow row) {
                    MugDto dto = new MugDto();
                    dto.setName(row.getName());
                    dto.setMarks(row.getMarks());
                    return dto;
                  }
                }
                """);
    Draft draft = project.draftObserving();
    assertThat(draft.text())
        .doesNotContain("fields:")
        .contains("MugRow -> MugDto: coop.kiln.api.MugConverter.dto");
    project.with(draft);
    assertThat(project.check()).extracting(Finding::message).isEmpty();
    assertHeld(project.trial());
    assertThat(project.run(OpenProject::observe))
        .flatExtracting(ObservedMapper::findings)
        .extracting(Finding::message)
        .containsExactly(
            "MugDto.marks is the same object as in the source; a change of one changes both.");
  }

  @Test
  void wholeNumbersReachTheirEnds() {
    for (String edge : new String[] {"Integer.MIN_VALUE", "Integer.MAX_VALUE", "0", "-1"}) {
      Project project =
          new Project(folder)
              .with("String note;", "String note;\n  int coats;")
              .with(
                  "Optional<String> note) {}",
                  "Optional<String> note,\n    int coats) {\n" + refusing("coats == " + edge));
      assertThat(firstRoute(project).refused()).as(edge).isPositive();
    }
  }

  @Test
  void aValueObjectIsCreatedByTheCreatorThatAcceptsTheValue() {
    Project project =
        new Project(folder)
            .with("if (value.isBlank())", "if (!value.matches(\"G-[0-9]{3}\"))")
            .with(
                "throw new IllegalArgumentException(\"a glaze has a code\");\n    }\n  }",
                "throw new IllegalArgumentException(\"a glaze has a code\");\n    }\n  }\n"
                    + "  public static GlazeCode of(int count) {\n"
                    + "    return new GlazeCode(String.format(\"G-%03d\", count));\n  }");
    assertThat(project.trial().held()).isTrue();
    assertThat(firstRoute(project).refused()).isLessThan(40);
  }

  /** A type with creators of one name needs values of one type each. */
  @Test
  void aJoinedValueIsCreatedByOneOfSeveralMethodsOfAName() {
    Project project =
        new Project(folder)
            .java(
                """
                package coop.kiln.model;
                import java.math.BigDecimal;
                import java.util.Currency;
                public final class Price {
                  private final BigDecimal amount;
                  private final Currency currency;
                  private Price(BigDecimal amount, Currency currency) {
                    this.amount = amount;
                    this.currency = currency;
                  }
                  public static Price of(BigDecimal amount, Currency currency) {
                    return new Price(amount, currency);
                  }
                  public static Price of(BigDecimal amount, String currency) {
                    return of(amount, Currency.getInstance(currency));
                  }
                  public BigDecimal amount() { return amount; }
                  public Currency currency() { return currency; }
                }
                """)
            .with(
                "String note;", "String note;\n  java.math.BigDecimal amount;\n  String currency;")
            .with("Optional<String> note) {}", "Optional<String> note,\n    Price price) {}")
            .row("{ model: price.amount, store: amount, stays: { api: not shown } }")
            .row("{ model: price.currency, store: currency, stays: { api: not shown } }")
            .row(
                "{ model: price, given: { NewGlaze: { from: caller } }, stays: { GlazeView: no } }");
    assertThat(firstRoute(project).outcome()).isEqualTo(Outcome.HELD);
  }

  /** A request is validated before anything is mapped. */
  @Test
  void requestsMatchTheirPatternsAlsoWhenTheyShrink() {
    Project project =
        new Project(folder)
            .with(
                "public record NewGlaze(\n    String code,\n    String name,",
                "public record NewGlaze(\n    String code,\n"
                    + "    @jakarta.validation.constraints.Pattern(regexp = \"[A-Z]-\\\\d{3}\")\n"
                    + "    @jakarta.validation.constraints.NotNull String name,")
            .with(
                "Optional<String> note) {}",
                "Optional<String> note) {\n" + refusing("!name.matches(\"[A-Z]-[0-9]{3}\")"));
    RouteResult route =
        project.trial().routes().stream()
            .filter(one -> one.route().get(0).equals("NewGlaze"))
            .findFirst()
            .orElseThrow();
    assertThat(route.outcome()).isEqualTo(Outcome.HELD);
    assertThat(route.refused()).isZero();
  }

  private RouteResult route(String condition) {
    return firstRoute(
        new Project(folder)
            .with("Optional<String> note) {}", "Optional<String> note) {\n" + refusing(condition)));
  }

  private static String refusing(String condition) {
    return "  public Glaze {\n    if ("
        + condition
        + ") {\n      throw new IllegalStateException(\"met\");\n    }\n  }\n}";
  }

  private static RouteResult firstRoute(Project project) {
    TrialOptions options = new TrialOptions(3, 300, Set.of(), OptionalInt.empty(), false);
    return project.run(twin -> twin.trial(options)).routes().get(0);
  }

  /**
   * A setter that accepts an interface and needs a row, a parameter of an abstract type, and a
   * method that reads a text, which is no way to fill an object.
   */
  @Test
  void rowsStandForWhatTheyExtendOrImplement() {
    Project project =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: mugs
                code: { sources: src }
                layers:
                  db: { role: persistence, package: coop.kiln.db }
                  api: { role: transfer, package: coop.kiln.api }
                concepts:
                  Mug:
                    db: Mug
                    api: MugDto
                    fields:
                      - { db: id, is: key, stays: the database's own }
                      - { db: shop, given: { MugDto: { from: caller } } }
                      - { db: clay, given: { MugDto: { from: caller } } }
                    omits: { MugDto: { fields: [shop, clay], because: shown elsewhere } }
                """,
                """
                package coop.kiln.db;
                import jakarta.persistence.*;
                @Entity
                public class Mug {
                  @Id @GeneratedValue private Long id;
                  private String maker;
                  @ManyToOne private Shop shop;
                  @ManyToOne private Clay clay;
                  public Long getId() { return id; }
                  public void setId(Long id) { this.id = id; }
                  public String getMaker() { return maker; }
                  public void setMaker(String maker) { this.maker = maker; }
                  public Place getShop() { return shop; }
                  public void setShop(Place shop) { this.shop = (Shop) shop; }
                  public Clay getClay() { return clay; }
                  public void setClay(Clay clay) { this.clay = clay; }
                }
                package coop.kiln.db;
                public interface Place { String getTown(); }
                package coop.kiln.db;
                import jakarta.persistence.*;
                @Entity
                public class Shop implements Place {
                  @Id private Long id;
                  private String town;
                  public String getTown() { return town; }
                  public void setTown(String town) { this.town = town; }
                }
                package coop.kiln.db;
                import jakarta.persistence.*;
                @Entity
                public abstract class Clay { @Id Long id; String colour; }
                package coop.kiln.db;
                @jakarta.persistence.Entity
                public class RedClay extends Clay {}
                package coop.kiln.api;
                public class MugDto {
                  private String maker;
                  public String getMaker() { return maker; }
                  public void setMaker(String maker) { this.maker = maker; }
                  public static MugDto parse(String text) {
                    if (!text.startsWith("{")) { throw new IllegalArgumentException(text); }
                    return new MugDto();
                  }
                }
                """);
    assertThat(project.trial().routes())
        .isNotEmpty()
        .allSatisfy(
            route -> assertThat(route.outcome()).as(route.toString()).isEqualTo(Outcome.HELD));
  }

  /** One request extends the other, and one of their values is a collection with a field. */
  @Test
  void eachRequestIsMappedByTheMethodForItsType() {
    Project project =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: mugs
                code: { sources: src }
                layers:
                  db: { role: persistence, package: coop.kiln.db }
                  api: { role: transfer, package: coop.kiln.api }
                concepts:
                  Mug:
                    db: Mug
                    api: { ChangedMug: in, NewMug: in }
                    fields:
                      - { db: id, is: key, stays: the database's own }
                      - { api: prices, stays: counted elsewhere }
                """,
                """
                package coop.kiln.db;
                import jakarta.persistence.*;
                @Entity
                public class Mug {
                  @Id @GeneratedValue Long id;
                  public String maker;
                  public int size;
                }
                package coop.kiln.api;
                public class NewMug {
                  private String maker;
                  private Integer size;
                  private Prices prices;
                  public String getMaker() { return maker; }
                  public void setMaker(String maker) { this.maker = maker; }
                  public Integer getSize() { return size; }
                  public void setSize(Integer size) { this.size = size; }
                  public Prices getPrices() { return prices; }
                  public void setPrices(Prices prices) { this.prices = prices; }
                }
                package coop.kiln.api;
                public class ChangedMug extends NewMug {}
                package coop.kiln.api;
                public class Prices extends java.util.HashMap<String, Integer> {
                  private String currency;
                  public String getCurrency() { return currency; }
                  public void setCurrency(String currency) { this.currency = currency; }
                }
                """);
    assertThat(project.trial().routes())
        .hasSizeGreaterThan(1)
        .allSatisfy(
            route -> {
              assertThat(route.outcome()).as(route.toString()).isEqualTo(Outcome.HELD);
              assertThat(route.refusals()).isEmpty();
            });
  }

  /** The getter of a parent fails until the parent is set. */
  @Test
  void whatAGetterRefusesBecauseItIsMissingIsMissing() {
    Project project =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: mugs
                code: { sources: src }
                layers:
                  db: { role: persistence, package: coop.kiln.db }
                  model: { role: domain, package: coop.kiln.model }
                concepts:
                  Mug: { db: MugRow, model: Mug }
                """,
                """
                package coop.kiln.db;
                import jakarta.persistence.*;
                import java.util.*;
                @Entity
                public class MugRow {
                  @Id @GeneratedValue private Long id;
                  @ManyToOne private ShelfRow shelf;
                  private String maker;
                  public ShelfRow getShelf() { return Objects.requireNonNull(shelf); }
                  public void setShelf(ShelfRow shelf) { this.shelf = shelf; }
                  public String getMaker() { return maker; }
                  public void setMaker(String maker) { this.maker = maker; }
                }
                package coop.kiln.db;
                import jakarta.persistence.*;
                import java.util.*;
                @Entity
                public class ShelfRow {
                  @Id Long id;
                  @OneToMany(mappedBy = "shelf") public List<MugRow> mugs = new ArrayList<>();
                }
                package coop.kiln.model;
                public record Mug(String maker) {}
                """);
    assertThat(project.trial().routes())
        .extracting(RouteResult::outcome)
        .containsOnly(Outcome.HELD);
  }

  /** A constructor is passed nothing for what the plan leaves out, as a setter is not called. */
  @Test
  void whatStaysIsMissingInObjectsThatConstructorsCreate() {
    Project project =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: mugs
                code: { sources: src }
                layers:
                  db: { role: persistence, package: coop.kiln.db }
                  model: { role: domain, package: coop.kiln.model }
                  api: { role: transfer, package: coop.kiln.api }
                concepts:
                  Mug:
                    db: MugRow
                    model: Mug
                    api: { MugView: out }
                    fields:
                      - { db: [shelf, shop], stays: filled by another service }
                      - { api: link, stays: added by the controller }
                """,
                """
                package coop.kiln.db;
                import jakarta.persistence.*;
                @Entity
                public class MugRow {
                  @Id private String code;
                  private String shelf;
                  private String shop;
                  private int size;
                  protected MugRow() {}
                  public MugRow(String code, String shelf, String shop, int size) {
                    this.code = code;
                    this.shelf = shelf;
                    this.shop = shop;
                    this.size = size;
                  }
                  public MugRow(String code, Integer shelf, String shop, int size) {
                    this(code, "" + shelf, shop, size);
                  }
                  public String getCode() { return code; }
                  public String getShelf() { return shelf; }
                  public String getShop() { return shop; }
                  public int getSize() { return size; }
                  public void setShelf(String shelf) { this.shelf = shelf; }
                }
                package coop.kiln.model;
                public record Mug(String code, int size) {}
                package coop.kiln.api;
                public record MugView(String code, int size, String link) {}
                """);
    assertThat(project.check()).extracting(Finding::message).isEmpty();
    assertThat(project.trial().routes())
        .hasSizeGreaterThan(1)
        .allSatisfy(
            route -> assertThat(route.outcome()).as(route.toString()).isEqualTo(Outcome.HELD));
  }
}
