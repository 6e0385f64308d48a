package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.of;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import java.io.IOException;
import java.nio.file.Path;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** One more field of the glazes in all kinds of types: what carries it compiles and holds. */
class CarryTest {

  @TempDir Path folder;

  private static final String DEGREE =
      """
      package coop.kiln.model;
      public enum Degree {
        LOW(6), HIGH(10);
        private final int cone;
        Degree(int cone) { this.cone = cone; }
        public int cone() { return cone; }
      }
      """;

  private static final String CONES =
      """
      package coop.kiln.store;
      public abstract class Cones<E> implements jakarta.persistence.AttributeConverter<E, Short> {
        public E convertToEntityAttribute(Short cone) {
          return constants().stream().filter(one -> cone(one) == cone).findFirst().orElseThrow();
        }
        abstract List<E> constants();
        abstract short cone(E constant);
      }
      package coop.kiln.store;
      @jakarta.persistence.Converter
      public class DegreeCones extends Cones<Degree> {
        public Short convertToDatabaseColumn(Degree degree) { return cone(degree); }
        List<Degree> constants() { return List.of(Degree.values()); }
        short cone(Degree degree) { return (short) degree.cone(); }
      }
      package coop.kiln.api;
      public final class Counts {
        public Short count(List<Degree> all) { return (short) all.size(); }
        public List<Degree> low(Short count) { return Collections.nCopies(count & 7, Degree.LOW); }
      }
      """;

  private static final String TRACE =
      """
      package coop.kiln.model;
      public record Trace(String material, int percent) {}
      package coop.kiln.store;
      public class TraceRow { String material; int percent; }
      package coop.kiln.api;
      public record TraceView(String material, int percent) {}
      """;

  private static final String SUPPLIERS =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class ShopRow { @Id @GeneratedValue Long id; @Column(nullable = false) String code; }
      package coop.kiln.model;
      public record ShopCode(String value) {}
      """;

  /** Each case: the field in the row, the domain and outside; more types; a row; expected code. */
  static Stream<Arguments> cases() {
    return Stream.of(
        of("List<String> | List<String> | List<String>", "", "", "new ArrayList<>(glaze.x())"),
        of("List<String> | Set<String> | List<String>", "", ORDER, "Elements.set()"),
        of("List<String> | List<Integer> | String[]", "", LOSSY, "Elements.list(Integer::valueOf)"),
        of("String[] | List<String> | String[]", "", "", "glaze.x().toArray(String[]::new)"),
        of("int[] | List<Integer> | int[]", "", "", "Arrays.stream(value).boxed().toList()"),
        of("List<Integer> | int[] | int[]", "", "", "mapToInt(Integer::intValue).toArray()"),
        of("byte[] | byte[] | String", "", "", "Base64.getEncoder().encodeToString(glaze.x())"),
        of("SortedSet<Long> | SortedSet<Long> | Set<Long>", "", "", "new TreeSet<>(glaze.x())"),
        of(
            "Map<String, Integer> | Map<Degree, Integer> | Map<String, Integer>",
            DEGREE,
            "",
            "Elements.map(key -> Constants.named(Degree.class, key), element -> element)"),
        of("Integer | OptionalInt | Integer", "", "", "Optionals.ofInt(row.x)"),
        of(
            "int | Degree | int",
            DEGREE,
            "{ model: x, by: cone }",
            "Constants.by(Degree.class, Degree::cone, value)"),
        of(
            "short | Degree | String",
            DEGREE,
            "{ model: x, codes: { store: { LOW: 1, HIGH: 2 }, api: { LOW: low, HIGH: high } } }",
            "return switch (code) { case 1 -> Degree.LOW; case 2 -> Degree.HIGH;"
                + " default -> throw new RejectedValue(Fault.UNKNOWN_CONSTANT, code + \" is not one of 1, 2\");"),
        of(
            "Long | Degree | Finish",
            DEGREE,
            "{ model: x, codes: { store: { LOW: 1, HIGH: 2, otherwise: LOW },"
                + " api: { LOW: MATT, HIGH: GLOSSY } } }",
            "default -> Degree.LOW;"),
        of(
            "List<String> | List<Degree> | String[]",
            DEGREE,
            "{ model: x, codes: { LOW: low, HIGH: high } }",
            "glaze.x().stream().map(GlazeStoreMapper::degreeCode)"),
        of(
            "Short | Degree | Short",
            DEGREE + CONES,
            "{ model: x, by: coop.kiln.store.DegreeCones }",
            "DEGREE_CONES.convertToDatabaseColumn(glaze.x())"),
        of(
            "List<Short> | List<Degree> | Short",
            DEGREE + CONES,
            "{ model: x, by: { store: coop.kiln.store.DegreeCones, api: coop.kiln.api.Counts } }",
            "glaze.x().stream().map(DEGREE_CONES::convertToDatabaseColumn)"),
        of(
            "Integer | Integer | Integer",
            "",
            "{ model: x, absent: { NewGlaze: 3 }, " + ENOUGH,
            "Optional.ofNullable(request.x()).orElse(3)"),
        of(
            "String | Degree | String",
            DEGREE,
            "{ model: x, absent: { NewGlaze: LOW }, " + ENOUGH,
            "collector.orElse(\"x\", request.x(), value -> Constants.named(Degree.class, value),"
                + " Degree.LOW)"),
        of(
            "long | Duration | int",
            "",
            "{ model: x, unit: minutes, " + ENOUGH,
            "glaze.x().toMinutes()"),
        of(
            "long | Instant | long",
            "",
            "{ model: x, unit: seconds, " + ENOUGH,
            "Instant::ofEpochSecond"),
        of(
            "String | LocalDate | String",
            "",
            "{ model: x, format: { store: yyyyMMdd, api: dd.MM.yyyy } }",
            "DateTexts.write(glaze.x(), \"dd.MM.yyyy\")"),
        of(
            "List<String> | List<LocalTime> | String[]",
            "",
            "{ model: x, format: \"HH'h'mm\", " + ENOUGH,
            "DateTexts.read(element, \"HH'h'mm\", LocalTime::from)"),
        of(
            "List<String> | List<LocalDate> | List<String>",
            "",
            "{ model: x, format: { store: yyyyMMdd, api: dd.MM.yyyy } }",
            "DateTexts.read(element, \"dd.MM.yyyy\", LocalDate::from)"),
        of(
            "Date | Date | String",
            "",
            "{ model: x, format: { api: MM/dd/yyyy }, " + ENOUGH,
            "DateTexts.readDate(value, \"MM/dd/yyyy\")"),
        of(
            "String | Daybreak | String",
            "package coop.kiln.model; public record Daybreak(java.time.LocalDateTime value) {}",
            "{ model: x, format: { store: yyyy-MM-dd HH:mm, api: dd.MM.yyyy }, " + ENOUGH,
            "DateTexts.write(glaze.x().value(), \"yyyy-MM-dd HH:mm\")"),
        of("Timestamp | Instant | String", "", "", "Timestamp::from"),
        of("String | Locale | String", "", "", "Texts::locale"),
        of("String | Currency | Currency", "", "", "glaze.x().getCurrencyCode()"),
        of("BigDecimal | BigInteger | String", "", LOSSY, "new BigDecimal(glaze.x())"),
        of("float | double | float", "", LOSSY, "Numbers::toFloat"),
        of("TraceRow | Trace | TraceView", TRACE, "", "traceMapper.toTraceView(glaze.x())"),
        of("TraceRow | Optional<Trace> | TraceView", TRACE, "", "traceMapper::toTraceRow"),
        of(
            "List<TraceRow> | List<Trace> | List<TraceView>",
            TRACE,
            "",
            "Elements.list(traceMapper::toTrace)"),
        of("Set<TraceRow> | Set<Trace> | TraceView[]", TRACE, LOSSY, "toArray(TraceView[]::new)"),
        of(
            "Map<String, TraceRow> | Map<String, Trace> | Map<String, TraceView>",
            TRACE,
            "",
            "Elements.map(glaze.x(), key -> key, traceMapper::toTraceRow)"),
        of(
            "ShopRow | ShopCode | String",
            SUPPLIERS,
            "{ model: x, store: x.code }",
            "RowLookup.by(findShopRow)"),
        of(
            "List<ShopRow> | List<ShopCode> | List<String>",
            SUPPLIERS,
            "{ model: x, store: x.code }",
            "Elements.list(RowLookup.by(findShopRow))"));
  }

  private static final String ENOUGH = "accept: { lossy-conversion: exact enough } }";
  private static final String LOSSY = "{ model: x, " + ENOUGH;
  private static final String ORDER = LOSSY;

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void isCarried(String types, String java, String row, String expected) throws IOException {
    String[] kinds = types.split(" \\| ");
    String column = kinds[1].startsWith("Optional") ? "" : "@Basic(optional = false) ";
    Project project =
        new Project(folder)
            .with("String note;", "String note;\n  " + column + kinds[0] + " x;")
            .with("Optional<String> note) {}", "Optional<String> note, " + kinds[1] + " x) {}")
            .with("public record GlazeView(", "public record GlazeView(" + kinds[2] + " x,")
            .with("public record NewGlaze(", "public record NewGlaze(" + kinds[2] + " x,")
            .java(java)
            .importing(
                "coop.kiln.model.*",
                "java.math.*",
                "java.sql.Timestamp",
                "java.time.*",
                "java.util.*");
    if (!row.isEmpty()) {
      project.row(row);
    }
    Tried tried = project.tried(7, 60);
    assertThat(tried.findings()).isEmpty();
    assertThat(tried.generated().unwritten()).isEmpty();
    String code =
        tried.generated().files().stream()
            .map(file -> file.text().replaceAll("\\s+", " "))
            .map(text -> text.substring(text.indexOf("class ")))
            .collect(Collectors.joining());
    assertThat(code).contains(expected);
    assertThat(tried.warnings()).isEmpty();
    assertHeld(tried.trial());
  }

  /** A path leads through two objects, of which each may be missing: plain ones, or other rows. */
  @ParameterizedTest
  @ValueSource(strings = {"", "@jakarta.persistence.ManyToOne "})
  void aPathMayLeadThroughTwoObjects(String relation) {
    Tried tried = repairs(relation, "out").tried(1, 40);
    assertThat(tried.findings()).isEmpty();
    assertThat(tried.warnings()).isEmpty();
    assertThat(tried.text("RepairApiMapper")).contains("map(MakerRow::getName)");
    assertHeld(tried.trial());
  }

  /** No row can be found by what another row of it has. */
  @Test
  void aRowIsNotFoundByAPathThroughAnotherRow() {
    assertThat(repairs("@jakarta.persistence.ManyToOne ", "both").check())
        .extracting(Finding::rule)
        .contains(RuleId.TYPE_MISMATCH);
  }

  private Project repairs(String relation, String direction) {
    return new Project(folder)
        .instead(
            """
                shelf-twin: 1
                name: repairs
                code: { sources: src }
                layers:
                  store: { role: persistence, package: coop.kiln.store }
                  api: { role: transfer, package: coop.kiln.api }
                concepts:
                  Repair:
                    store: RepairRow
                    api: { RepairView: DIRECTION }
                    fields:
                      - { store: piece.maker.name, api: maker }
                """
                .replace("DIRECTION", direction),
            """
                package coop.kiln.store;
                public class RepairRow {
                  RELATION private PieceRow piece;
                  public PieceRow getPiece() { return piece; }
                  public void setPiece(PieceRow piece) { this.piece = piece; }
                }
                package coop.kiln.store;
                ENTITY public class PieceRow {
                  RELATION private MakerRow maker;
                  public MakerRow getMaker() { return maker; }
                  public void setMaker(MakerRow maker) { this.maker = maker; }
                }
                package coop.kiln.store;
                ENTITY public class MakerRow {
                  private String name;
                  public String getName() { return name; }
                  public void setName(String name) { this.name = name; }
                }
                package coop.kiln.api;
                public record RepairView(String maker) {}
                """
                .replace("RELATION ", relation)
                .replace("ENTITY ", relation.isEmpty() ? "" : "@jakarta.persistence.Entity "));
  }
}
