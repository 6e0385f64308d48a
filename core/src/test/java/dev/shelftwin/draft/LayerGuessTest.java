package dev.shelftwin.draft;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.of;

import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.source.JavaReader;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Layers and concepts of projects in several styles, of which nothing is said. */
class LayerGuessTest {

  private static final String[] TEN = {
    "Bowl", "Cup", "Dish", "Jug", "Kiln", "Lid", "Mug", "Pot", "Tile", "Vase"
  };

  @TempDir Path folder;

  /** Each case: what it shows, the types, the concepts with the types outside their first one. */
  static Stream<Arguments> projects() {
    return Stream.<Arguments>of(
        of(
            "types in a package with a word of the domain, several for one row, are sent",
            rows("coop.kiln.core.model", "", "Kiln", "Mug", "Vase")
                + types("coop.kiln.shop.model.store", "", "Entity", "Kiln", "Mug", "Vase")
                + types("coop.kiln.shop.model.store", "Readable", "", "Kiln", "Mug", "Vase")
                + types("coop.kiln.shop.model.store", "Persistable", "", "Kiln", "Mug", "Vase"),
            List.of(
                "Kiln: KilnEntity both, PersistableKiln in, ReadableKiln out",
                "Mug: MugEntity both, PersistableMug in, ReadableMug out",
                "Vase: PersistableVase in, ReadableVase out, VaseEntity both")),
        of(
            "types that rows are made of and turned into are the domain",
            rows("coop.kiln.rows", "", "Kiln", "Mug", "Vase")
                    .replaceAll(
                        "class (\\w+) \\{",
                        "class $1Row {\n"
                            + "  public $1Row(coop.kiln.model.$1 made) {}\n"
                            + "  public coop.kiln.model.$1 made() { return null; }")
                + types("coop.kiln.model", "", "", "Kiln", "Mug", "Vase")
                + types("coop.kiln.model", "", "Query", "Kiln", "Mug", "Vase"),
            List.of("Kiln: Kiln both", "Mug: Mug both", "Vase: Vase both")),
        of(
            "annotations for documents tell sent types, whatever their package says",
            rows("coop.kiln.jpa", "Jpa", "Kiln", "Mug")
                + types("coop.kiln.desk.model", "Desk", "", "Kiln", "Mug")
                    .replace(
                        "public record",
                        "@com.fasterxml.jackson.annotation.JsonInclude public record"),
            List.of("Kiln: DeskKiln both", "Mug: DeskMug both")),
        of(
            "annotations for documents tell sent types where nothing else does",
            rows("coop.kiln.db", "", "Kiln", "MugService")
                + types("coop.kiln.sheets", "", "", TEN)
                    .replace("Mug", "MugService")
                    .replace(
                        "public record",
                        "@com.fasterxml.jackson.annotation.JsonInclude public record"),
            List.of("Kiln: Kiln both", "MugService: MugService both")),
        of(
            "what methods map belongs together, whatever fields and types are called",
            rows("coop.kiln.db", "", "Kiln", "Mug", "Vase", "Lid")
                + each(
                    """
                    package %s;
                    public class %s { public int volume; public String builder; public String town; }
                    """,
                    "coop.kiln.dto", "", "Dto", "Kiln", "LargeMug", "Pot", "Cap")
                + """
                package coop.kiln;
                import coop.kiln.db.*;
                import coop.kiln.dto.*;
                public final class Maps {
                  public static void fill(Kiln kiln, KilnDto dto) {}
                  public static LargeMugDto mug(Mug mug) { return null; }
                  public static PotDto pot(Vase vase) { return null; }
                  public static CapDto cap(Lid lid) { return null; }
                  public static Lid lid(CapDto cap) { return null; }
                }
                """,
            List.of("Kiln: KilnDto out", "Lid: CapDto both", "Mug: LargeMugDto out")),
        of(
            "what a service takes is no answer only, though methods make it",
            rows("coop.kiln.db", "", "Kiln", "Mug")
                + types("coop.kiln.dto", "", "Dto", "Kiln", "Mug")
                + """
                package coop.kiln;
                import coop.kiln.db.*;
                import coop.kiln.dto.*;
                public final class Maps {
                  public static KilnDto kiln(Kiln kiln) { return null; }
                  public static MugDto mug(Mug mug) { return null; }
                }
                package coop.kiln;
                public interface KilnService { void build(coop.kiln.dto.KilnDto kiln); }
                package coop.kiln;
                public class KilnServiceImpl {
                  public KilnServiceImpl(coop.kiln.dto.MugDto first) {}
                  protected void log(coop.kiln.dto.MugDto mug) {}
                }
                package coop.kiln;
                public class ShelfResource {
                  public coop.kiln.dto.MugDto getMug() { return null; }
                  public void setMug(coop.kiln.dto.MugDto mug) {}
                }
                """,
            List.of("Kiln: KilnDto both", "Mug: MugDto out")),
        of(
            "a row is mapped as one of the interfaces that show parts of it",
            rows("coop.kiln.db", "", "Kiln", "Mug")
                    .replaceAll(
                        "class (\\w+) \\{",
                        "class $1 implements $1Parts {\n  public String getMaker() { return maker; }")
                + each(
                    "package %s;\npublic interface %s { String getMaker(); }\n",
                    "coop.kiln.db", "", "Parts", "Kiln", "Mug")
                + types("coop.kiln.dto", "", "Dto", "Kiln", "Mug")
                + """
                package coop.kiln;
                import coop.kiln.db.*;
                import coop.kiln.dto.*;
                public final class Maps {
                  public static KilnDto kiln(KilnParts kiln) { return null; }
                }
                """,
            List.of("Kiln: KilnDto out", "Mug: MugDto both")),
        of(
            "what selects things is not sent into them, and what is answered not either",
            rows("coop.kiln.db", "", "Count", "Kiln", "Mug")
                + types("coop.kiln.dto", "", "Request", "Count")
                + types("coop.kiln.dto", "Get", "Request", "Kiln", "Mug")
                + types("coop.kiln.dto", "Update", "Request", "Kiln", "Mug")
                + types("coop.kiln.dto", "Update", "Response", "Kiln", "Mug"),
            List.of(
                "Count: CountRequest in",
                "Kiln: UpdateKilnRequest in, UpdateKilnResponse out",
                "Mug: UpdateMugRequest in, UpdateMugResponse out")),
        of(
            "abbreviated requests and responses",
            rows("coop.kiln.db", "", "Kiln", "Mug", "Vase")
                + types("coop.kiln.wire", "Start", "RQ", "Kiln", "Mug")
                + types("coop.kiln.wire", "", "RS", "Kiln", "Mug")
                + types("coop.kiln.wire", "", "Resp", "Vase"),
            List.of(
                "Kiln: KilnRS out, StartKilnRQ in",
                "Mug: MugRS out, StartMugRQ in",
                "Vase: VaseResp out")),
        of(
            "capitals in other places",
            rows("coop.kiln.db", "", "Tmug") + types("coop.kiln.dto", "", "", "TMug"),
            List.of("Tmug: TMug both")),
        of(
            "what the persistence offers to other code is not sent",
            rows("coop.kiln.persistence.jpa", "Jpa", TEN)
                + types("coop.kiln.persistence.api.rules", "", "", "Kiln", "Mug", "Vase")
                + types("coop.kiln.lib.to", "", "TO", TEN),
            Stream.of(TEN).map(name -> "%1$s: %1$sTO both".formatted(name)).toList()),
        of(
            "what describes the columns of tables holds no data",
            rows("coop.kiln.db", "", "Kiln", "Mug", "Vase")
                + each(
                    """
                    package %s;
                    import jakarta.persistence.metamodel.SingularAttribute;
                    public class %s {
                      public final SingularAttribute<Object, Integer> %s = null;
                      public final SingularAttribute<Object, String> maker = null, place = null;
                      public String getMaker() { return "the maker"; }
                      public String getPlace() { return "the place"; }
                    }
                    """,
                    "coop.kiln.tables", "J", "", "Kiln", "Mug", "Vase")
                + types("coop.kiln.web", "", "Sheet", "Kiln", "Mug", "Vase"),
            List.of("Kiln: KilnSheet both", "Mug: MugSheet both", "Vase: VaseSheet both")),
        of(
            "what a shop that is called a store offers is sent",
            rows("coop.kiln.store.db", "", "Kiln", "Mug")
                + types("coop.kiln.store.api", "", "", "Kiln", "Mug"),
            List.of("Kiln: Kiln both", "Mug: Mug both")),
        of(
            "what methods make sent types of is not sent, wherever it is",
            rows("coop.kiln.db", "", "Kiln", "Mug", "Vase")
                + types("coop.kiln.rest.resource", "", "Resource", "Kiln", "Mug", "Vase", "Firing")
                + types("coop.kiln.rest.job", "", "", "Firing")
                + types("coop.kiln.rest", "", "Response", "Launch")
                + types("coop.kiln.rest.resource", "", "Resource", "LaunchResponse")
                + """
                package coop.kiln.desk;
                import coop.kiln.rest.*;
                import coop.kiln.rest.job.*;
                import coop.kiln.rest.resource.*;
                public final class Shown {
                  public static FiringResource of(Firing firing) { return null; }
                  public static LaunchResponseResource of(LaunchResponse launch) { return null; }
                }
                """,
            List.of(
                "Firing: FiringResource out",
                "LaunchResponse: LaunchResponseResource out",
                "Kiln: KilnResource both",
                "Mug: MugResource both",
                "Vase: VaseResource both")),
        of(
            "a version in the name of a package",
            rows("coop.kiln.db", "", "Kiln", "Mug") + types("coop.kiln.api_v3", "", "", TEN),
            List.of("Kiln: Kiln both", "Mug: Mug both")),
        of(
            "packages without a known word are found by the names of their types",
            rows("coop.kiln.db", "", "Kiln", "Mug", "Vase")
                + types("coop.kiln.cards", "", "Sheet", "Kiln", "Mug", "Vase")
                + types("coop.kiln.cards.commands", "", "Command", "Kiln", "Mug", "Vase"),
            List.of("Kiln: KilnSheet both", "Mug: MugSheet both", "Vase: VaseSheet both")),
        of(
            "beside rows and sent types, they are the domain",
            rows("coop.kiln.kilns.db", "", "Kiln", "Mug", "Vase")
                    .replaceAll("class (\\w+)", "class $1Row")
                + types("coop.kiln.kilns", "", "", "Kiln", "Mug", "Vase")
                + types("coop.kiln.kilns.api", "", "View", "Kiln", "Mug", "Vase"),
            List.of(
                "Kiln: Kiln both, KilnView out",
                "Mug: Mug both, MugView out",
                "Vase: Vase both, VaseView out")),
        of(
            "rows without annotations are found by their names",
            types("coop.kiln.storage.entity", "", "Entity", "Kiln", "Mug", "Vase")
                + types("coop.kiln.kilns", "", "", "Kiln", "Mug", "Vase"),
            List.of("Kiln: Kiln both", "Mug: Mug both", "Vase: Vase both")),
        of(
            "a letter before the names of all rows is no part of them",
            rows("coop.kiln.server.model", "S", "Kiln", "Mug", "Vase")
                + types("coop.kiln.client.impl", "", "Impl", "Kiln", "Mug", "Vase"),
            List.of("Kiln: KilnImpl both", "Mug: MugImpl both", "Vase: VaseImpl both")),
        of(
            "packages by feature are no strays",
            Stream.of(TEN)
                .map(
                    name ->
                        rows("coop.kiln." + name.toLowerCase(Locale.ROOT) + ".db", "", name)
                            + types(
                                "coop.kiln." + name.toLowerCase(Locale.ROOT) + ".dto",
                                "",
                                "Dto",
                                name))
                .collect(Collectors.joining()),
            Stream.of(TEN).map(name -> name + ": " + name + "Dto both").toList()),
        of(
            "packages of one word are no strays, however many types there are",
            rows("store", "", TEN) + types("wire", "", "Dto", TEN),
            Stream.of(TEN).map(name -> name + ": " + name + "Dto both").toList()),
        of(
            "what rows implement is no domain",
            rows("coop.kiln.jpa.model", "Jpa", "Kiln", "Mug")
                    .replaceAll("class (Jpa(\\w+))", "class $1 implements coop.kiln.model.$2")
                + "package coop.kiln.model;\npublic interface Kiln { int getKilnSize(); }\n"
                + "package coop.kiln.model;\npublic interface Mug { int getMugSize(); }\n"
                + types("coop.kiln.rest", "", "Rest", "Kiln", "Mug"),
            List.of("Kiln: KilnRest both", "Mug: MugRest both")),
        of(
            "the word that all types of a concept have belongs to its name",
            rows("coop.kiln.db", "Jpa", "KilnTask", "MugTask", "VaseTask")
                + types("coop.kiln.to", "", "TO", "KilnTask", "MugTask", "VaseTask"),
            List.of(
                "KilnTask: KilnTaskTO both",
                "MugTask: MugTaskTO both",
                "VaseTask: VaseTaskTO both")),
        of(
            "a type whose name says more needs fields of the same names",
            rows("coop.kiln.db", "", "Kiln", "Mug")
                + types("coop.kiln.dto", "", "Dto", "Kiln", "Mug")
                + """
                package coop.kiln.dto;
                public record KilnProfileFilter(int kilnSizeLeast, String byMaker) {}
                package coop.kiln.dto;
                public record DeleteKilnRequest(String token, String maker) {}
                """,
            List.of("Kiln: KilnDto both", "Mug: MugDto both")),
        of(
            "names of types tell the layers where packages have words of both",
            types("coop.kiln.engine.entity.repository", "", "Entity", "Mug", "Vase")
                + """
                package coop.kiln.engine.entity.repository;
                public class KilnEntity { public int kilnSize; public String maker; }
                package coop.kiln.engine.entity.repository;
                public class KilnStatisticsEntity extends KilnEntity { public int runs; }
                """
                + types("coop.kiln.engine.entity.runs", "", "", "Firing", "Glazing", "Drying")
                + types("coop.kiln.rest.dto.repository", "", "Dto", "Kiln", "Mug", "Vase")
                + types("coop.kiln.rest.dto.runs", "", "Dto", "Firing", "Glazing", "Drying"),
            List.of(
                "Drying: DryingDto both",
                "Firing: FiringDto both",
                "Glazing: GlazingDto both",
                "Kiln: KilnDto both",
                "Mug: MugDto both",
                "Vase: VaseDto both")),
        of(
            "methods tell which of two rows of one name a type belongs to",
            rows("coop.kiln.db", "", "Kiln", "Lid", "Mug")
                + rows("coop.kiln.db.desk", "", "Lid")
                + types("coop.kiln.dto", "", "Dto", "Kiln", "Lid", "KilnLid", "Mug")
                + """
                package coop.kiln;
                import coop.kiln.dto.*;
                public final class Maps {
                  public static LidDto lid(coop.kiln.db.desk.Lid lid) { return null; }
                  public static KilnLidDto lid(coop.kiln.db.Lid lid) { return null; }
                }
                """,
            List.of(
                "Kiln: KilnDto both",
                "Lid: KilnLidDto out",
                "Lid2: LidDto out",
                "Mug: MugDto both")),
        of(
            "what serves or wraps data is not sent",
            rows("coop.kiln.db", "", "Kiln", "Mug", "Vase")
                    .replace("Vase {", "Vase implements Pot {")
                + types("coop.kiln.rest", "", "Dto", "Kiln", "Mug", "Vase")
                + types("coop.kiln.rest", "", "ServiceImpl", "Vase")
                + """
                package coop.kiln.rest;
                public class KilnResourceImpl {
                  protected int kilnSize;
                  protected String maker;
                  public void delete() {}
                }
                package coop.kiln.rest;
                public record MugContext(coop.kiln.db.Mug mug, int mugSize, String maker) {}
                package coop.kiln.rest;
                public record VaseEvent(coop.kiln.db.Pot vase, int vaseSize, String maker) {}
                package coop.kiln.db;
                public interface Pot {}
                """,
            List.of("Kiln: KilnDto both", "Mug: MugDto both", "Vase: VaseDto both")),
        of(
            "interfaces with accessors are sent types, whatever implements them",
            rows("coop.kiln.db.impl", "", "KilnImpl", "MugImpl", "VaseImpl")
                    .replaceAll("class (\\w+)Impl", "class $1Impl implements coop.kiln.model.$1")
                    .replaceAll("int (\\w+)ImplSize", "int $1Size")
                + each(
                    """
                    package %s;
                    public interface %s {}
                    """,
                    "coop.kiln.model", "", "", "Kiln", "Mug", "Vase")
                + each(
                    """
                    package %1$s;
                    public interface %2$s {
                      String getPlace();
                      void setPlace(String place);
                      String getMaker();
                      void setMaker(String maker);
                      %2$s withMaker(String maker);
                    }
                    """,
                    "coop.kiln.shared.dto", "", "Dto", "Kiln", "Mug", "Jar")
                + """
                package coop.kiln.shared.dto;
                public interface KilnService { String getMaker(); void run(String what); }
                package coop.kiln.server.dto;
                public final class Generated {
                  public static class KilnDtoImpl implements coop.kiln.shared.dto.KilnDto {
                    private String place;
                    private String maker;
                    public String getPlace() { return place; }
                    public void setPlace(String to) { place = to; }
                    public String getMaker() { return maker; }
                    public void setMaker(String to) { maker = to; }
                    public KilnDtoImpl withMaker(String to) { maker = to; return this; }
                  }
                }
                package coop.kiln;
                import coop.kiln.model.*;
                import coop.kiln.shared.dto.*;
                public final class Maps {
                  public static KilnDto asDto(Kiln kiln) { return null; }
                  public static JarDto asDto(Vase vase) { return null; }
                  public static coop.kiln.db.impl.VaseImpl made(JarDto jar) { return null; }
                }
                """,
            List.of("Kiln: KilnDto out", "Mug: MugDto in", "Vase: JarDto both")));
  }

  private static String rows(String packageName, String prefix, String... names) {
    return each(
        """
        package %s;
        @jakarta.persistence.Entity
        public class %s {
          @jakarta.persistence.Id Long id;
          int %s;
          String maker;
          String place;
        }
        """,
        packageName, prefix, "", names);
  }

  private static String types(String packageName, String prefix, String suffix, String... names) {
    return each(
        """
        package %s;
        public record %s(int %s, String maker, String place) {}
        """,
        packageName, prefix, suffix, names);
  }

  private static String each(
      String text, String packageName, String prefix, String suffix, String... names) {
    return Stream.of(names)
        .map(name -> text.formatted(packageName, prefix + name + suffix, ownField(name)))
        .collect(Collectors.joining());
  }

  /** The name of a field that only one type and its row have. */
  private static String ownField(String name) {
    return name.substring(0, 1).toLowerCase(Locale.ROOT) + name.substring(1) + "Size";
  }

  @ParameterizedTest
  @CsvSource({
    "KilnEntity, KilnParts, true",
    "Kiln, KilnParts, true",
    "JpaKiln, Kiln, true",
    "KilnShelf, KilnParts, false",
    "KilnEntity, Placed, false"
  })
  void methodsMayTakeARowAsAnInterfaceOfItsName(String row, String interfaceName, boolean may)
      throws IOException {
    Project project =
        new Project(folder)
            .java(
                "package coop.kiln.db;\npublic class %s implements %s {}\n"
                        .formatted(row, interfaceName)
                    + "package coop.kiln.db;\npublic interface %s {}\n".formatted(interfaceName));
    try (JavaReader reader = new JavaReader(project.write().sources())) {
      Shape shape = reader.find("coop.kiln.db." + row).orElseThrow();
      assertThat(
              MappingMethods.abstractions(shape)
                  .contains(TypeRef.of("coop.kiln.db", interfaceName)))
          .isEqualTo(may);
    }
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("projects")
  void layersAreFound(String what, String java, List<String> expected) {
    String text = new Project(folder).instead("", java).draft().text();
    Plan plan = PlanReader.read("plan.yaml", text);
    assertThat(plan.concepts())
        .as(text)
        .extracting(
            concept ->
                concept.name()
                    + ": "
                    + concept.shapes().stream()
                        .skip(1)
                        .map(
                            use ->
                                use.type() + " " + use.direction().name().toLowerCase(Locale.ROOT))
                        .sorted()
                        .collect(Collectors.joining(", ")))
        .containsExactlyElementsOf(expected);
  }

  /** Each case: the packages of two rows, and where mappers must be to reach their fields. */
  @ParameterizedTest
  @CsvSource({"coop.kiln.db, coop.kiln.db, true", "coop.kiln.db, coop.kiln.jpa, false"})
  void mappersAreWhereTheyReachTheFieldsOfRows(String one, String other, boolean movable) {
    Project project =
        new Project(folder)
            .instead(
                "",
                (rows(one, "", "Kiln", "Mug") + rows(other, "", "Vase"))
                        .replaceAll("class (\\w+)", "class $1Row")
                        .replace("Id Long", "Id @jakarta.persistence.GeneratedValue Long")
                    + types("coop.kiln.desk.dto", "", "Dto", "Kiln", "Mug", "Vase"));
    Draft draft = project.draft();
    String where = "mappers:\n  package: coop.kiln.db\n";
    if (movable) {
      assertThat(draft.text())
          .contains(
              "# guess: the package of the mappers, where they reach the fields of rows: db\n")
          .contains(where)
          .doesNotContain("'?'");
      assertThat(project.with(draft).check()).isEmpty();
    } else {
      assertThat(draft.text()).doesNotContain(where);
    }
  }

  @Test
  void requestsDoNotSetAuditColumns() {
    String fields = "int mugSize; String maker; java.time.Instant createdAt; int mugsCreated;";
    Draft draft =
        new Project(folder)
            .instead(
                "",
                """
                package coop.kiln.db;
                @jakarta.persistence.Entity
                public class Mug { @jakarta.persistence.Id Long id; %s }
                package coop.kiln.dto;
                public record MugDto(%s) {}
                """
                    .formatted(
                        fields.replace("; ", "; public ").replaceFirst("^", "public "),
                        fields.replace("; ", ", ").replace(";", "")))
            .draft();
    assertThat(draft.text())
        .contains("{ field: createdAt, out-only: set by the persistence layer }")
        .contains("# guess: audit columns, by their names: dto.createdAt\n")
        .doesNotContain("mugsCreated");
  }

  /** A getter that returns what an embedded object implements. */
  @Test
  void whatAViewLeavesOutOfAnotherObjectCanBeReadBack() {
    Project project =
        new Project(folder)
            .instead(
                "",
                """
                package coop.kiln.db;
                @jakarta.persistence.Entity
                public class Mug {
                  @jakarta.persistence.Id public Long id;
                  public int mugSize;
                  public String maker;
                  @jakarta.persistence.Embedded private Shop shop;
                  public Place getShop() { return shop; }
                  public void setShop(Place shop) { this.shop = (Shop) shop; }
                }
                package coop.kiln.db;
                @jakarta.persistence.Embeddable
                public class Shop implements Place {
                  private Long id;
                  private String town;
                  public Long getId() { return id; }
                  public void setId(Long id) { this.id = id; }
                  public String getTown() { return town; }
                  public void setTown(String town) { this.town = town; }
                }
                package coop.kiln.db;
                public interface Place { Long getId(); String getTown(); }
                package coop.kiln.view;
                public record MugView(int mugSize, String maker, Long shopId) {}
                """);
    Draft draft = project.draft();
    assertThat(draft.text()).contains("shop.town");
    assertThat(project.with(draft).check())
        .extracting(finding -> finding.rule().key())
        .containsOnly("open-question", "unnamed-type");
  }
}
