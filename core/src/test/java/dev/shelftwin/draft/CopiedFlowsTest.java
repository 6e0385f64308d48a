package dev.shelftwin.draft;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Pairs of fields that the code of existing mappers shows, which a draft does not run. */
class CopiedFlowsTest {

  @TempDir Path folder;

  private static final String TYPES =
      """
      package coop.ashfold.repairs.store;
      @Entity
      public class RepairRow {
        @Id private String id;
        private String what;
        private String asked;
        private Date brought;
        private Duration patience;
        private Boolean gone;
        private int pieces;
        private MaterialRow material;
        private List<String> tools;
        @ManyToMany private Set<MaterialRow> others;
        public String getId() { return id; }
        public void setId(String id) { this.id = id; }
        public Set<MaterialRow> getOthers() { return others; }
        public void setOthers(Set<MaterialRow> others) { this.others = others; }
        public String getWhat() { return what; }
        public void setWhat(String what) { this.what = what; }
        public String getAsked() { return asked; }
        public void setAsked(String asked) { this.asked = asked; }
        public Date getBrought() { return brought; }
        public void setBrought(Date brought) { this.brought = brought; }
        public Duration getPatience() { return patience; }
        public void setPatience(Duration patience) { this.patience = patience; }
        public Boolean isGone() { return gone; }
        public void setGone(Boolean gone) { this.gone = gone; }
        public int getPieces() { return pieces; }
        public void setPieces(int pieces) { this.pieces = pieces; }
        public MaterialRow getMaterial() { return material; }
        public void setMaterial(MaterialRow material) { this.material = material; }
        public List<String> getTools() { return tools; }
        public void setTools(List<String> tools) { this.tools = tools; }
      }
      package coop.ashfold.repairs.store;
      @Entity
      public class MaterialRow {
        @Id private String code;
        public String getCode() { return code; }
        public void setCode(String code) { this.code = code; }
      }
      package coop.ashfold.repairs.api;
      public class RepairDto {
        private String id;
        private String first;
        private String second;
        private long third;
        private long fourth;
        private boolean fifth;
        private Part sixth;
        private String seventh;
        private List<String> eighth;
        private int ninth;
        public RepairDto() {}
        public RepairDto(String id, String first) { this.id = id; this.first = first; }
        public String getId() { return id; }
        public void setId(String id) { this.id = id; }
        public String getFirst() { return first; }
        public void setFirst(String first) { this.first = first; }
        public String getSecond() { return second; }
        public void setSecond(String second) { this.second = second; }
        public long getThird() { return third; }
        public void setThird(long third) { this.third = third; }
        public long getFourth() { return fourth; }
        public void setFourth(long fourth) { this.fourth = fourth; }
        public boolean isFifth() { return fifth; }
        public void setFifth(boolean fifth) { this.fifth = fifth; }
        public Part getSixth() { return sixth; }
        public void setSixth(Part sixth) { this.sixth = sixth; }
        public String getSeventh() { return seventh; }
        public void setSeventh(String seventh) { this.seventh = seventh; }
        public List<String> getEighth() { return eighth; }
        public void setEighth(List<String> eighth) { this.eighth = eighth; }
        public int getNinth() { return ninth; }
        public void setNinth(int ninth) { this.ninth = ninth; }
      }
      package coop.ashfold.repairs.api;
      public final class Names {
        private static final Map<String, String> BY_NUMBER = new HashMap<>();
        public static String of(String number) { return BY_NUMBER.get(number); }
      }
      package coop.ashfold.repairs.api;
      public class Part {
        private int count;
        public int getCount() { return count; }
        public void setCount(int count) { this.count = count; }
      }
      package coop.ashfold.repairs.api;
      public class RepairMapper {
        static String firm(String text) { return text.strip(); }
        private static final DateTimeFormatter DAY =
            DateTimeFormatter.ofPattern("yyyy/MM/dd", Locale.ROOT).withZone(ZoneOffset.UTC);
        private final SimpleDateFormat minute = new SimpleDateFormat("dd.MM.yyyy HH:mm");
        public RepairDto toDto(RepairRow row) {
          RepairDto dto = new RepairDto();
          dto.setId(row.getId());
          BODY
          return dto;
        }
        public RepairRow toRow(RepairDto dto) {
          RepairRow row = new RepairRow();
          row.setId(dto.getId());
          return row;
        }
      }
      """;

  /** Each case: the code of a mapper, and the row that the plan gets; empty if it gets none. */
  static Stream<Arguments> bodies() {
    return Stream.of(
        Arguments.of("dto.setFirst(row.getWhat());", "store: what, api: first"),
        Arguments.of("dto.setFirst(firm(row.getWhat()));", "store: what, api: first"),
        Arguments.of("dto = new RepairDto(row.getId(), row.getWhat());", "store: what, api: first"),
        Arguments.of(
            "dto.setFirst(row.getWhat() == null ? null : row.getWhat().trim());",
            "store: what, api: first"),
        Arguments.of(
            "Stream.of(row).map(one -> new RepairDto(one.getId(), one.getWhat())).toList();",
            "store: what, api: first"),
        Arguments.of(
            "dto.setThird(row.getBrought().getTime());",
            "store: brought, api: third, unit: millis"),
        Arguments.of(
            "dto.setFourth(row.getPatience().toMinutes());",
            "store: patience, api: fourth, unit: minutes"),
        Arguments.of("dto.setFifth(row.isGone());", "store: gone, api: fifth"),
        Arguments.of(
            "Part part = new Part(); part.setCount(row.getPieces()); dto.setSixth(part);",
            "store: pieces, api: sixth.count"),
        Arguments.of(
            "dto.setSeventh(row.getMaterial().getCode());", "store: material.code, api: seventh"),
        Arguments.of(
            "dto.setEighth(new ArrayList<>(row.getTools()));", "store: tools, api: eighth"),
        Arguments.of(
            "dto.setEighth(row.getTools().stream().sorted().collect(Collectors.toList()));",
            "store: tools, api: eighth"),
        Arguments.of(
            "dto.setEighth(row.getOthers().stream().map(MaterialRow::getCode).toList());",
            "store: others.code, api: eighth"),
        Arguments.of(
            "dto.setEighth(row.getOthers().stream().map(one -> one.getCode()).toList());",
            "store: others.code, api: eighth"),
        Arguments.of(
            "dto.setEighth(row.getOthers().stream().map(one -> one.getCode() + 1).toList());", ""),
        Arguments.of(
            "Optional.ofNullable(row.getWhat()).ifPresent(dto::setFirst);",
            "store: what, api: first"),
        Arguments.of("dto.setFirst(Names.of(row.getWhat()));", ""),
        Arguments.of("dto.setFirst(row.getWhat() + row.getAsked());", ""),
        Arguments.of("dto.setFirst(row.getId() == null ? row.getWhat() : row.getAsked());", ""),
        Arguments.of("dto.setFirst(row.getWhat()); dto.setFirst(row.getAsked());", ""),
        Arguments.of("dto.setFirst(row.getTools().get(0).toUpperCase());", ""),
        Arguments.of("dto.setNinth(row.getTools().size());", ""),
        Arguments.of("dto.setFifth(row.getWhat().isEmpty());", ""),
        Arguments.of("dto.setFirst(new HashMap<String, String>().get(row.getWhat()));", ""));
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("bodies")
  void arePairsOfTheFirstPlan(String body, String pair) throws IOException {
    String plan = draft(body);
    PlanReader.read("plan.yaml", plan);
    String kind = "as the code of a mapper copies it";
    if (pair.isEmpty()) {
      assertThat(plan).doesNotContain(kind);
    } else {
      assertThat(plan).contains(pair).contains(kind).contains(" in RepairMapper.toDto");
    }
  }

  /** Each case: how a mapper writes a date, and the form that the plan gets. */
  static Stream<Arguments> forms() {
    return Stream.of(
        Arguments.of("DAY.format(row.getBrought().toInstant())", "yyyy/MM/dd"),
        Arguments.of("minute.format(row.getBrought())", "dd.MM.yyyy HH:mm"),
        Arguments.of("new SimpleDateFormat(\"yyyyMMdd\").format(row.getBrought())", "yyyyMMdd"),
        Arguments.of(
            "row.getBrought() == null ? null : DAY.format(row.getBrought().toInstant())",
            "yyyy/MM/dd"),
        Arguments.of("DAY.format(row.getBrought().toInstant()).substring(0, 4)", ""),
        Arguments.of(
            "Optional.of(minute.format(row.getBrought())).orElse(null)", "dd.MM.yyyy HH:mm"),
        Arguments.of(
            "(row.isGone() ? DAY : DateTimeFormatter.ofPattern(\"yy\")).format("
                + "row.getBrought().toInstant())",
            ""));
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("forms")
  void theFormOfADateIsThatOfTheCode(String text, String form) throws IOException {
    String plan = draft("dto.setFirst(" + text + ");");
    PlanReader.read("plan.yaml", plan);
    if (form.isEmpty()) {
      assertThat(plan).doesNotContain("format:");
    } else {
      assertThat(plan)
          .contains("api: first", "format: { RepairDto: ", form)
          .contains("formats of dates, as the code of a mapper writes or reads them");
    }
  }

  /** Fields of one name and of different types are paired by name only where no code copies one. */
  @Test
  void codeCountsMoreThanAName() throws IOException {
    String types =
        TYPES
            .replaceFirst("@Id private String id", "@Id @GeneratedValue private Long id")
            .replaceFirst("public String getId", "public Long getId")
            .replaceFirst("setId\\(String id", "setId(Long id")
            .replace("dto.setId(row.getId());", "dto.setId(row.getWhat());")
            .replace("row.setId(dto.getId());", "row.setWhat(dto.getId());");
    assertThat(draft(types, ""))
        .contains("store: what, api: id")
        .contains("RepairRow.what = RepairDto.id in RepairMapper.toDto");
    assertThat(draft(types, "dto.setId(String.valueOf(row.getId()));"))
        .doesNotContain("store: what, api: id");
  }

  @Test
  void aTypeMayFillItsOwnFields() throws IOException {
    String of =
        """
        public static RepairDto of(RepairRow row) {
          RepairDto dto = new RepairDto();
          dto.second = row.getAsked();
          return dto;
        }
        """;
    assertThat(draft(TYPES.replace("public RepairDto() {}", "public RepairDto() {}" + of), ""))
        .contains("store: asked, api: second")
        .contains("RepairRow.asked = RepairDto.second in RepairDto.of");
  }

  @Test
  void mappersMayInheritTheirCode() throws IOException {
    String types =
        TYPES
            .replace("public class RepairMapper", "public abstract class RepairMapper")
            .concat(
                """
                package coop.ashfold.repairs.api;
                public class RepairsMapper extends RepairMapper {}
                """);
    assertThat(draft(types, "dto.setFirst(row.getWhat());"))
        .contains("store: what, api: first")
        .contains("RepairsMapper.toDto");
  }

  @Test
  void aColumnThatAMapperSetsIsNotSetByThePersistenceLayer() throws IOException {
    String types = TYPES.replace("brought", "createdAt").replace("Brought", "CreatedAt");
    String out = "dto.setThird(row.getCreatedAt().getTime());";
    String in = "row.setCreatedAt(new Date(dto.getThird())); return row;";
    assertThat(draft(types.replace("return row;", in), out))
        .contains("store: createdAt, api: third, unit: millis")
        .doesNotContain("set by the persistence layer");
    assertThat(draft(types, out)).contains("third, out-only: set by the persistence layer");
  }

  private String draft(String body) throws IOException {
    return draft(TYPES, body);
  }

  private String draft(String types, String body) throws IOException {
    Project project =
        new Project(folder)
            .instead("", types.replace("BODY", body))
            .importing(
                "coop.ashfold.repairs.store.*",
                "coop.ashfold.repairs.api.*",
                "jakarta.persistence.*",
                "java.text.SimpleDateFormat",
                "java.time.*",
                "java.time.format.DateTimeFormatter",
                "java.util.*",
                "java.util.stream.*",
                "java.time.Duration");
    return project.draftCompiled().text();
  }

  @Test
  void aPathIntoOneTypeSaysNothingOfAnother() throws IOException {
    String types =
        """
        package coop.ashfold.repairs.store;
        @jakarta.persistence.Entity
        public class ShelfRow {
          @jakarta.persistence.Id private String id;
          private String name;
          public String getId() { return id; }
          public void setId(String id) { this.id = id; }
          public String getName() { return name; }
          public void setName(String name) { this.name = name; }
        }
        package coop.ashfold.repairs.api;
        public class NamePatch {
          private String value;
          private boolean removed;
          public String getValue() { return value; }
          public void setValue(String value) { this.value = value; }
          public boolean isRemoved() { return removed; }
          public void setRemoved(boolean removed) { this.removed = removed; }
        }
        package coop.ashfold.repairs.api;
        public class ShelfPatch {
          private String id;
          private NamePatch name;
          public String getId() { return id; }
          public void setId(String id) { this.id = id; }
          public NamePatch getName() { return name; }
          public void setName(NamePatch name) { this.name = name; }
        }
        package coop.ashfold.repairs.api;
        public record ShelfView(String id, String name) {
          public static void update(ShelfPatch patch, coop.ashfold.repairs.store.ShelfRow row) {
            row.setName(patch.getName().getValue());
          }
        }
        """;
    String text = new Project(folder).instead("", types).draftCompiled().text();
    assertThat(text)
        .contains("- { store: name, ShelfPatch: name.value }")
        .doesNotContain("ShelfView: { fields:");
    assertThat(new Project(folder).instead(text.replace("'?'", "not yet"), types).check())
        .isEmpty();
  }

  @Test
  void aRowThatOnlyItsKeyIsReadOfIsAReferenceAlsoBehindAnInterface() throws IOException {
    String types =
        """
        package coop.ashfold.repairs;
        public interface Shop {
          String getKey();
          String getTown();
        }
        package coop.ashfold.repairs.store;
        @jakarta.persistence.Entity
        public class ShopRow implements coop.ashfold.repairs.Shop {
          @jakarta.persistence.Id private String id;
          private String town;
          public String getKey() { return id; }
          public void setKey(String key) { this.id = key; }
          public String getTown() { return town; }
          public void setTown(String town) { this.town = town; }
        }
        package coop.ashfold.repairs.store;
        @jakarta.persistence.Entity
        public class ShelfRow {
          @jakarta.persistence.Id private String id;
          private String name;
          @jakarta.persistence.ManyToOne private ShopRow shop;
          public String getId() { return id; }
          public void setId(String id) { this.id = id; }
          public String getName() { return name; }
          public void setName(String name) { this.name = name; }
          public coop.ashfold.repairs.Shop getShop() { return shop; }
          public void setShop(coop.ashfold.repairs.Shop shop) { this.shop = (ShopRow) shop; }
        }
        package coop.ashfold.repairs.api;
        public record ShopView(String key, String town) {}
        package coop.ashfold.repairs.api;
        public record ShelfView(String id, String name, String shop) {
          public static ShelfView of(coop.ashfold.repairs.store.ShelfRow row) {
            String shop = row.getShop() == null ? null : row.getShop().getKey();
            return new ShelfView(row.getId(), row.getName(), shop);
          }
        }
        """;
    String text = new Project(folder).instead("", types).draftCompiled().text();
    assertThat(text).contains("- { store: shop.key, api: shop }").doesNotContain("omits");
    Project project = new Project(folder).instead(text, types);
    assertThat(project.check()).isEmpty();
    assertHeld(project.trial()).isNotEmpty();
  }
}
