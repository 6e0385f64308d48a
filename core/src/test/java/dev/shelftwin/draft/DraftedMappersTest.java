package dev.shelftwin.draft;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.shape.Role;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Which methods of the users count as mappers, and what a proposed plan takes from them. */
class DraftedMappersTest {

  @TempDir Path folder;

  @Test
  void methodsThatMapAlreadyAreListed() {
    Project project =
        new Project(folder)
            .java(
                """
                package coop.kiln.map;
                import coop.kiln.api.*;
                import coop.kiln.model.*;
                import coop.kiln.store.*;
                import java.util.*;
                public abstract class Glazes {
                  public static Glaze glaze(GlazeRow row) { return null; }
                  public static List<GlazeView> views(Collection<Glaze> glazes) { return List.of(); }
                  public static GlazeView view(Glaze glaze) { return null; }
                  public static GlazeView view(Glaze glaze, Locale locale) { return null; }
                  public abstract GlazeView abstractOne(Glaze glaze);
                  public static GlazeView deleted(Glaze glaze) { return null; }
                  public static GlazeView delete(Glaze glaze) { return null; }
                  public static boolean isSame(Glaze glaze, GlazeRow row) { return true; }
                  public static final class GlazeService {
                    public GlazeView rename(Glaze glaze) { return null; }
                  }
                  public static final class Requests {
                    public Glaze of(NewGlaze request) { return null; }
                  }
                  public static class Plain {
                    public GlazeRow row(Glaze glaze) { return null; }
                  }
                  public static final class Marked extends Plain {
                    public GlazeRow row(Glaze glaze, String mark) { return null; }
                  }
                  public abstract static class Rows<F, R> {
                    public R store(F from) { return null; }
                    public R checked(F from) { return null; }
                  }
                  public static final class Cache extends HashMap<Glaze, GlazeRow> {}
                  public static final class GlazeRows extends Rows<Glaze, GlazeRow> {
                    @Override public GlazeRow checked(Glaze glaze) { return null; }
                  }
                }
                """);
    assertThat(project.draft().text())
        .contains("methods that map already, by their types: Glaze -> GlazeRow, GlazeRow -> Glaze")
        .contains("GlazeRow -> Glaze: coop.kiln.map.Glazes.glaze\n")
        .contains("NewGlaze -> Glaze: coop.kiln.map.Glazes$Requests.of\n")
        .contains("coop.kiln.map.Glazes.views")
        .contains(
            "Glaze -> GlazeRow:\n"
                + "        [coop.kiln.map.Glazes$Plain.row,\n"
                + "         'coop.kiln.map.Glazes$Marked.row(coop.kiln.model.Glaze, java.lang.String)',\n"
                + "         coop.kiln.map.Glazes$GlazeRows.checked, coop.kiln.map.Glazes$GlazeRows.store]\n")
        .contains("'coop.kiln.map.Glazes.view(coop.kiln.model.Glaze, java.util.Locale)'")
        .doesNotContain("GlazeService")
        .doesNotContain("abstractOne")
        .contains("Glazes.deleted")
        .doesNotContain("Glazes.delete\n", "Glazes.delete,", "Glazes.delete]")
        .doesNotContain("Cache")
        .doesNotContain("isSame");
  }

  private static final String JUGS =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class JugRow {
        @Id @GeneratedValue Long id;
        public String code;
        public String noteText;
        public String remark;
        public long soak;
        public String old;
        public int w;
        public String maker;
        public String place;
        public String year;
        public JugRow() {}
        public Long getId() { return id; }
        public String getCode() { return code; }
        public String getRemark() { return remark; }
        public long getSoak() { return soak; }
        public int getW() { return w; }
        public String getMaker() { return maker; }
        public String getPlace() { return place; }
        public String getYear() { return year; }
      }
      package coop.kiln.api;
      public record JugView(
          Long jugId, String code, String note, java.time.Duration soak, String kind, int width, int w2,
          String maker, String place, String year) {
        public static JugView of(coop.kiln.store.JugRow row) {
          return new JugView(
              row.getId(), row.getCode(), row.getRemark(), java.time.Duration.ofSeconds(row.getSoak()), "JUG",
              row.getW(), row.getW(), row.getMaker(), row.getPlace(), row.getYear());
        }
      }
      """;

  @Test
  void whatMappersDoComesBeforeGuesses() {
    Project project = new Project(folder).instead("", JUGS);
    Draft draft = project.draftObserving();
    assertThat(draft.text())
        .contains(
            "# observed: the same field, as a mapper copies it:\n",
            "JugRow.id = JugView.jugId (",
            "- { store: id, api: jugId }",
            "accept: { leaked-key: '?' }",
            "JugRow.remark = JugView.note (",
            "JugRow.w = JugView.width (",
            "- { store: remark, api: note }",
            "- { store: w, api: [width, w2] }",
            "# observed: units of numbers, as a mapper converts them:\n",
            "JugRow.soak (",
            "- { store: soak, unit: seconds }",
            "# observed: always the same value in a mapper: JugView.kind in JugView.of",
            "- { api: kind, given: { JugView: { value: JUG } } }",
            "# observed: fields that a mapper leaves out: JugRow.noteText in JugView.of,",
            "JugView: { fields: [noteText, old], because: '?' }");
    assertThat(draft.observed()).isGreaterThanOrEqualTo(6);
    assertThat(project.with(draft).run(OpenProject::observe))
        .singleElement()
        .satisfies(mapper -> assertThat(mapper.findings()).isEmpty());
    assertThat(
            new Project(folder.resolve("info"))
                .instead("", JUGS.replace("JugView", "JugInfo"))
                .draft(
                    new LayerPackage(Role.PERSISTENCE, "coop.kiln.store"),
                    new LayerPackage(Role.TRANSFER, "coop.kiln.api"))
                .text())
        .contains("used in one direction, as methods map it in that one only: JugInfo")
        .contains("api: { JugInfo: out }")
        .doesNotContain("observed:");
  }

  @Test
  void mappersMayInheritTheirMethods() {
    Project project =
        new Project(folder)
            .java(
                """
                package coop.kiln.api;
                public abstract class AnyMapper {
                  public GlazeView to(Glaze glaze) { return null; }
                  public Glaze to(NewGlaze glaze) { return null; }
                }
                package coop.kiln.api;
                public class GlazeMapper extends AnyMapper {
                  public Glaze to(NewGlaze glaze) { return null; }
                }
                """)
            .importing("coop.kiln.model.Glaze");
    assertThat(project.draft().text())
        .contains("Glaze -> GlazeView: coop.kiln.api.GlazeMapper.to(coop.kiln.model.Glaze)")
        .contains("NewGlaze -> Glaze: coop.kiln.api.GlazeMapper.to(coop.kiln.api.NewGlaze)");
  }

  /** A row and a transfer type with the same fields; more methods of the latter can be added. */
  private static final String SHOP =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class KilnRow {
        @Id Long id;
        String name;
        int shelves;
        public Long getId() { return id; }
        public void setId(Long id) { this.id = id; }
        public String getName() { return name; }
        public void setName(String name) { this.name = name; }
        public int getShelves() { return shelves; }
        public void setShelves(int shelves) { this.shelves = shelves; }
      }
      package coop.kiln.api;
      public interface Keyed {
        Long getId();
        void setId(Long id);
      }
      package coop.kiln.api;
      public class KilnInfo implements Keyed {
        private Long id;
        private String name;
        private int shelves;
        public Long getId() { return id; }
        public void setId(Long id) { this.id = id; }
        public String getName() { return name; }
        public void setName(String name) { this.name = name; }
        public int getShelves() { return shelves; }
        public void setShelves(int shelves) { this.shelves = shelves; }
      %s}
      package coop.kiln.store;
      public interface KilnDao {
        KilnRow find(Long id);
      }
      """;

  private static final LayerPackage[] LAYERS = {
    new LayerPackage(Role.PERSISTENCE, "coop.kiln.store"),
    new LayerPackage(Role.TRANSFER, "coop.kiln.api")
  };

  @Test
  void anObjectMayBeGivenWhatLooksUpTheRestOfItsRow() {
    String methods =
        """
          public KilnInfo() {}
          public KilnInfo(coop.kiln.store.KilnRow row) {}
          public coop.kiln.store.KilnRow get(
              coop.kiln.store.KilnDao kilns,
              coop.kiln.store.KilnDao spares,
              coop.kiln.store.KilnDao parts,
              Long house) {
            return null;
          }
        """;
    Draft draft = new Project(folder).instead("", SHOP.formatted(methods)).draft(LAYERS);
    assertThat(draft.mappers()).isEqualTo(2);
    assertThat(draft.text())
        .contains("api: KilnInfo\n")
        .contains("KilnInfo -> KilnRow: coop.kiln.api.KilnInfo.get\n");
  }

  @Test
  void aMethodThatIsNamedAfterWhatItGetsMayMap() {
    String binder =
        """
        package coop.kiln.bind;
        public class KilnBinder {
          public coop.kiln.api.Keyed any(coop.kiln.store.KilnRow row) { return null; }
          public coop.kiln.api.KilnInfo getKilnInfo(coop.kiln.store.KilnRow row, boolean full) {
            return null;
          }
        }
        """;
    assertThat(
            new Project(folder).instead("", SHOP.formatted("")).java(binder).draft(LAYERS).text())
        .contains("api: { KilnInfo: out }")
        .contains("KilnRow -> KilnInfo: coop.kiln.bind.KilnBinder.getKilnInfo\n");
  }

  @Test
  void aWordThatTellsWhatIsSentIsPartOfTheNameOfARow() {
    String types =
        """
        package coop.kiln.store;
        @jakarta.persistence.Entity
        public class SpareResource {
          @jakarta.persistence.Id public Long id;
          public String shelf;
          public int stock;
        }
        package coop.kiln.api;
        public record ResourceDto(Long id, String place, int left) {
          public static ResourceDto of(coop.kiln.store.SpareResource row) { return null; }
        }
        """;
    assertThat(new Project(folder).instead("", types).draft(LAYERS).text())
        .contains("store: SpareResource\n", "api: { ResourceDto: out }");
  }

  private static final String KILN =
      """
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class Kiln {
        @jakarta.persistence.Id public Long id;
        public String shelf;
        public int stock;
      }
      """;

  /** A constructor only makes an object, whatever its class is called. */
  @Test
  void aConstructorMapsWhateverItsClassIsCalled() throws IOException {
    String types =
        """
        package coop.kiln.api;
        public class KilnResource {
          private String place;
          private int stock;
          private String label;
          protected KilnResource() {}
          public KilnResource(coop.kiln.store.Kiln kiln, java.util.Locale locale) {
            this.place = kiln.shelf;
            this.stock = kiln.stock;
          }
          public String getPlace() { return place; }
          public int getStock() { return stock; }
          public String getLabel() { return label; }
        }
        """;
    assertThat(new Project(folder).instead("", KILN + types).draftCompiled(LAYERS).text())
        .contains("api: { KilnResource: out }")
        .contains("Kiln -> KilnResource: coop.kiln.api.KilnResource.new\n")
        .contains("- { store: shelf, api: place }");
  }

  /** No mapper can fill the subclass; the fields of its superclass are mapped nevertheless. */
  @Test
  void whatExtendsSomethingShownIsShownToo() {
    String types =
        """
        package coop.kiln.api;
        public class KilnResource {
          private String shelf;
          private int stock;
          protected KilnResource() {}
          public KilnResource(String shelf, int stock) {
            this.shelf = shelf;
            this.stock = stock;
          }
          public static KilnResource of(coop.kiln.store.Kiln kiln) { return null; }
          public String getShelf() { return shelf; }
          public int getStock() { return stock; }
        }
        package coop.kiln.api;
        public class DetailedKilnResource extends KilnResource {
          private String label;
          protected DetailedKilnResource() {}
          public DetailedKilnResource(String place, int left) {
            super(place, left);
          }
          public String getLabel() { return label; }
        }
        """;
    assertThat(new Project(folder).instead("", KILN + types).draft(LAYERS).text())
        .contains("api: { KilnResource: out, DetailedKilnResource: out }")
        .contains("- { DetailedKilnResource: [shelf, stock], stays: '?' }")
        .doesNotContain("KilnResource: { fields: [shelf");
  }
}
