package dev.shelftwin.observe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.of;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.TrialOptions;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** The forms that a method in the plan can have, what it needs, and names that are wrong. */
class MapperFormsTest {

  private static final String TYPES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class GlazeRow {
        @Id Long id;
        String code;
        String label;
        String maker;
        protected GlazeRow() {}
        public String getCode() { return code; }
        public String getLabel() { return label; }
        public String getMaker() { return maker; }
        public coop.kiln.api.GlazeView toView() {
          return new coop.kiln.api.GlazeView(code, label, maker);
        }
      }
      package coop.kiln.api;
      public record GlazeView(String code, String label, String maker) {
        public GlazeView(coop.kiln.store.GlazeRow row) {
          this(row.getCode(), row.getLabel(), row.getMaker());
        }
        public static GlazeView from(coop.kiln.store.GlazeRow row) {
          return new GlazeView(row);
        }
      }
      package coop.kiln.map;
      public interface Names {
        String of(String code);
        String read(java.io.InputStream text);
        String describe(coop.kiln.store.GlazeRow row);
        <T> T find(String code);
        void remember(String code);
        void saveName(String code);
        Tags tags();
      }
      package coop.kiln.map;
      public interface Tags extends java.util.Map<String, Object> { String maker(); }
      package coop.kiln.map;
      public class Labels {
        private final Names names;
        public Labels(Names names) { this.names = names; }
        public String label(coop.kiln.store.GlazeRow row) { return row.getLabel(); }
      }
      package coop.kiln.map;
      public class GlazeDao {
        private Names session;
        public String[] getOrder() { return new String[] {"code"}; }
        public coop.kiln.store.GlazeRow get(String code) { return session.find(code); }
        public boolean isKnown(String code) { return session.of(code) != null; }
      }
      package coop.kiln.map;
      import coop.kiln.api.GlazeView;
      import coop.kiln.store.GlazeRow;
      public class Glazes {
        private Names names;
        private Labels labels;
        private GlazeView plain(GlazeRow row) {
          names.remember(row.getCode());
          return new GlazeView(row.getCode(), row.getLabel(), row.getMaker());
        }
        GlazeView streamed(GlazeRow row) {
          String label = row.getLabel();
          String read =
              label == null
                  ? null
                  : names.read(new java.io.ByteArrayInputStream(label.getBytes()));
          return new GlazeView(row.getCode(), read, row.getMaker());
        }
        GlazeView asked(GlazeRow row) {
          return new GlazeView(row.getCode(), names.of(row.getLabel()), row.getMaker());
        }
        GlazeView crossed(GlazeRow row) {
          return new GlazeView(row.getCode(), row.getMaker(), names.of(row.getLabel()));
        }
        GlazeView cast(GlazeRow row) {
          java.util.UUID found = names.find(row.getCode());
          return new GlazeView(row.getCode(), found == null ? "" : row.getLabel(), row.getMaker());
        }
        GlazeView described(GlazeRow row) {
          return new GlazeView(row.getCode(), names.describe(row), row.getMaker());
        }
        GlazeView labelled(GlazeRow row) {
          return new GlazeView(row.getCode(), labels.label(row), row.getMaker());
        }
        GlazeView saved(GlazeRow row) {
          names.saveName(row.getCode());
          return plain(row);
        }
        GlazeView[] all(GlazeRow[] rows) {
          names.tags().forEach((key, tag) -> names.remember(key));
          return java.util.Arrays.stream(rows).map(this::plain).toArray(GlazeView[]::new);
        }
        GlazeView overloaded(GlazeRow row) { return plain(row); }
        GlazeView overloaded(GlazeRow row, String language) { return plain(row); }
        static GlazeView known(GlazeRow row, GlazeDao dao) {
          dao.isKnown(row.getCode());
          return GlazeView.from(row);
        }
        GlazeView endless(GlazeRow row) { throw new IllegalStateException("no session"); }
        String other(GlazeRow row) { return row.getCode(); }
        static class Nested {
          static GlazeView view(GlazeRow row) { return GlazeView.from(row); }
        }
      }
      package coop.kiln.map;
      public abstract class Views<R, V> {
        private final Class<V> type;
        protected Views(Class<V> type, boolean complete) {
          this.type = java.util.Objects.requireNonNull(type);
        }
        public V convert(R row) { return make(row); }
        public V checked(R row) { return type.cast(make(row)); }
        public V checked(R row, String language) { return make(row); }
        protected abstract V make(R row);
      }
      package coop.kiln.map;
      import coop.kiln.api.GlazeView;
      import coop.kiln.store.GlazeRow;
      public class GlazeViews extends Views<GlazeRow, GlazeView> {
        public GlazeViews(Class<GlazeView> type, boolean complete) { super(type, complete); }
        @Override protected GlazeView make(GlazeRow row) { return GlazeView.from(row); }
      }
      package coop.kiln.map;
      import coop.kiln.api.GlazeView;
      import coop.kiln.store.GlazeRow;
      public class Marked {
        private final String mark;
        public Marked(String mark) { this.mark = mark; }
        public GlazeView view(GlazeRow row) {
          return new GlazeView(mark.isEmpty() ? "" : row.getCode(), row.getLabel(), row.getMaker());
        }
        public GlazeView marked(GlazeRow row) {
          return new GlazeView(row.getCode(), row.getLabel(), mark.strip());
        }
      }
      package coop.kiln.map;
      public final class Objects {
        private Objects() {}
        public static Labels labels() { return new Labels(null); }
        public static Glazes failing() { throw new IllegalStateException("no container"); }
        public static GlazeDao dao() { return new GlazeDao(); }
      }
      """;

  private static final String PLAN =
      """
      shelf-twin: 1
      name: glazes
      code: { sources: src }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Glaze:
          store: GlazeRow
          api: { GlazeView: out }
          fields:
            - { store: id, is: key, stays: the store's own }
          existing-mappers:
            GlazeRow -> GlazeView: "METHOD"
      """;

  @TempDir Path folder;

  /** Each case: the method, more of the plan, and what must be found. */
  static Stream<Arguments> methods() {
    return Stream.of(
        of("coop.kiln.store.GlazeRow.toView", "", ""),
        of("coop.kiln.api.GlazeView.from", "", ""),
        of("coop.kiln.api.GlazeView.new", "", ""),
        of("coop.kiln.api.GlazeView.new(coop.kiln.store.GlazeRow)", "", ""),
        of("coop.kiln.map.Glazes.plain", "", ""),
        of("coop.kiln.map.Glazes$Nested.view", "", ""),
        of("coop.kiln.map.GlazeViews.convert", "", ""),
        of("coop.kiln.map.GlazeViews.checked(coop.kiln.store.GlazeRow)", "", ""),
        of("coop.kiln.map.Glazes.overloaded(coop.kiln.store.GlazeRow)", "", ""),
        of("coop.kiln.map.Glazes.all", "", ""),
        of("coop.kiln.map.Glazes.known", "", ""),
        of(
            "coop.kiln.map.Glazes.known",
            "instances: { GlazeDao: coop.kiln.map.Objects.dao }\n",
            "mapper-fails: fails for every sample: java.lang.NullPointerException"),
        of("coop.kiln.map.Marked.view", "", ""),
        of(
            "coop.kiln.map.Marked.marked",
            "",
            "mapper-drops: GlazeRow.maker never reaches GlazeView.maker"),
        of(
            "coop.kiln.map.Glazes.labelled",
            "instances: { Labels: coop.kiln.map.Objects.labels }\n",
            ""),
        of(
            "coop.kiln.map.Glazes.asked",
            "",
            "mapper-differs: GlazeRow.label becomes GlazeView.label in another way than the plan"
                + " says"),
        of(
            "coop.kiln.map.Glazes.streamed",
            "",
            "mapper-differs: GlazeRow.label becomes GlazeView.label in another way than the plan"
                + " says"),
        of("coop.kiln.map.Glazes.described", "", ""),
        of("coop.kiln.map.Glazes.saved", "", "mapper-side-effect: It changes Names.saveName"),
        of("coop.kiln.map.Glazes.gone", "", "mapper-fails: Glazes has no method gone"),
        of("coop.kiln.map.Gone.plain", "", "mapper-fails: there is no class coop.kiln.map.Gone"),
        of("nowhere", "", "mapper-fails: it is no method"),
        of("coop.kiln.map.Glazes.other", "", "mapper-fails: no method of this name maps GlazeRow"),
        of(
            "coop.kiln.map.Glazes.overloaded",
            "",
            "mapper-fails: several methods of this name map GlazeRow to GlazeView"),
        of(
            "coop.kiln.map.Glazes.endless",
            "",
            "mapper-fails: fails for every sample: java.lang.IllegalStateException: no session"),
        of("coop.kiln.map.Views.convert", "", "mapper-fails: Views is abstract"),
        of(
            "coop.kiln.map.Glazes.plain",
            "instances: { Glazes: coop.kiln.map.Objects.failing }\n",
            "mapper-fails: no container"),
        of(
            "coop.kiln.map.Glazes.plain",
            "instances: { Glazes: coop.kiln.map.Objects.gone }\n",
            "mapper-fails: coop.kiln.map.Objects.gone is no static method"));
  }

  @ParameterizedTest
  @MethodSource("methods")
  void everyFormIsRunAndEveryWrongNameIsSaid(String method, String more, String found) {
    List<Finding> findings = observe(method, more).findings();
    if (found.isEmpty()) {
      assertThat(findings).isEmpty();
    } else {
      String rule = found.substring(0, found.indexOf(':'));
      assertThat(findings)
          .singleElement()
          .satisfies(
              finding -> {
                assertThat(finding.rule().key()).isEqualTo(rule);
                assertThat(finding.message()).contains(found.substring(rule.length() + 2));
              });
    }
  }

  private ObservedMapper observe(String method, String more) {
    return new Project(folder)
        .instead(PLAN.replace("METHOD", method) + more, TYPES)
        .run(OpenProject::observe)
        .get(0);
  }

  @Test
  void aClassThatCannotBeInitializedStopsItsOwnMappersOnly() {
    List<ObservedMapper> mappers =
        new Project(folder)
            .instead(
                PLAN.replace(
                    "\"METHOD\"", "[coop.kiln.map.Broken.view, coop.kiln.map.Glazes.plain]"),
                TYPES
                    + """
                    package coop.kiln.map;
                    public class Broken {
                      private static final int SIZE = Integer.parseInt("large");
                      static coop.kiln.api.GlazeView view(coop.kiln.store.GlazeRow row) {
                        return null;
                      }
                    }
                    """)
            .run(OpenProject::observe);
    assertThat(mappers.get(0).findings())
        .singleElement()
        .satisfies(
            finding ->
                assertThat(finding.message())
                    .contains("Broken.view fails for every sample", "NumberFormatException"));
    assertThat(mappers.get(1).findings()).isEmpty();
  }

  /** A value that a stub returns proves nothing about the mapper. */
  @ParameterizedTest
  @CsvSource({
    "plain, HELD, ''",
    "cast, HELD, ''",
    "known, HELD, ''",
    "asked, INCOMPLETE, filled by a stub of Names.of (name an object in 'instances')",
    "described, INCOMPLETE, filled by a stub of Names.describe (name an object in 'instances')",
    "crossed, BROKEN, ''"
  })
  void routesGoThroughExistingMappersAndNoneIsGenerated(
      String method, Outcome outcome, String reason) {
    Project project =
        new Project(folder)
            .instead(PLAN.replace("METHOD", "coop.kiln.map.Glazes." + method), TYPES);
    RouteResult route = project.trial().routes().get(0);
    assertThat(route)
        .returns(outcome, RouteResult::outcome)
        .returns(
            reason.isEmpty() ? Optional.empty() : Optional.of(reason + ": GlazeRow.label"),
            RouteResult::reason);
    assertThat(project.run(OpenProject::generate).files()).isEmpty();
  }

  @Test
  void aRouteGivesAMapperWhatThePlanNames() {
    String plan = PLAN.replace("METHOD", "coop.kiln.map.Glazes.known");
    String named = "instances: { GlazeDao: coop.kiln.map.Objects.dao }\n";
    RouteResult route = new Project(folder).instead(plan + named, TYPES).trial().routes().get(0);
    assertThat(route.outcome()).isEqualTo(Outcome.BROKEN);
    assertThat(String.valueOf(route)).contains("NullPointerException");
  }

  private static final String TONES =
      """
      package coop.kiln.store;
      import coop.kiln.model.*;
      @jakarta.persistence.Entity
      public class ToneRow {
        @jakarta.persistence.Id String code;
        int tone;
        static Glaze toGlaze(ToneRow row) {
          return new Glaze(row.code, Tone.values()[row.tone & 1]);
        }
        static ToneRow toRow(Glaze glaze) {
          ToneRow row = new ToneRow();
          row.code = glaze.code();
          row.tone = NUMBER;
          return row;
        }
      }
      package coop.kiln.model;
      public enum Tone { DARK, LIGHT }
      package coop.kiln.model;
      public record Glaze(String code, Tone tone) {}
      """;

  private static final String TONES_PLAN =
      """
      shelf-twin: 1
      name: tones
      code: { sources: src }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        model: { role: domain, package: coop.kiln.model }
      concepts:
        Glaze:
          store: ToneRow
          model: Glaze
          existing-mappers:
            ToneRow -> Glaze: coop.kiln.store.ToneRow.toGlaze
            Glaze -> ToneRow: coop.kiln.store.ToneRow.toRow
      """;

  /** Without the way back nothing says whether the mapper converts correctly. */
  @ParameterizedTest
  @CsvSource({
    "'', INCOMPLETE",
    "'fields: [{ model: tone, web: tone, by: coop.kiln.web.ToneView.number }]', HELD"
  })
  void typesThatOnlyTheMapperConvertsAreNotProvedOnARouteThatDoesNotReturn(
      String by, Outcome outcome) {
    String view =
        """
        package coop.kiln.web;
        import coop.kiln.model.*;
        public record ToneView(String code, int tone) {
          public static ToneView of(Glaze glaze) {
            return new ToneView(glaze.code(), number(glaze.tone()));
          }
          public static int number(Tone tone) {
            return tone == Tone.DARK ? 40 : 80;
          }
        }
        """;
    String plan =
        TONES_PLAN.replace(
                "concepts:", "  web: { role: transfer, package: coop.kiln.web }\nconcepts:")
            + """
                  Glaze -> ToneView: coop.kiln.web.ToneView.of
                web: { ToneView: out }
                %s
            """
                .formatted(by);
    new Project(folder)
        .instead(plan, TONES.replace("NUMBER", "glaze.tone().ordinal()") + view)
        .run(
            open -> {
              assertThat(open.check().findings()).isEmpty();
              RouteResult out = open.trial(TrialOptions.defaults()).routes().get(1);
              assertThat(out)
                  .returns(List.of("Glaze", "ToneView"), RouteResult::route)
                  .returns(outcome, RouteResult::outcome);
              if (outcome == Outcome.INCOMPLETE) {
                assertThat(out)
                    .returns(List.of("Glaze.tone"), RouteResult::unexercised)
                    .extracting(result -> result.reason().orElseThrow())
                    .isEqualTo(
                        "converted in a way that the plan does not say (name it with 'by'): Glaze.tone");
              }
              return "";
            });
  }

  /** A mapper that people wrote converts in its own way: that needs no word in the plan. */
  @ParameterizedTest
  @CsvSource({
    "glaze.tone().ordinal(), '', HELD",
    "0, mapper-drops, BROKEN",
    "1 - glaze.tone().ordinal(), '', BROKEN"
  })
  void typesThatOnlyTheMapperConvertsAreComparedAfterTheRoundTrip(
      String number, String rules, Outcome outcome) {
    new Project(folder)
        .instead(TONES_PLAN, TONES.replace("NUMBER", number))
        .run(
            open -> {
              assertThat(open.check().findings()).isEmpty();
              assertThat(open.observe().stream().flatMap(mapper -> mapper.findings().stream()))
                  .extracting(finding -> finding.rule().key())
                  .containsExactly(rules.isEmpty() ? new String[0] : new String[] {rules});
              assertThat(open.trial(TrialOptions.defaults()).routes().get(0))
                  .returns(outcome, RouteResult::outcome)
                  .returns(List.of(), RouteResult::unexercised);
              return "";
            });
  }

  private static final String TENDED =
      """
      package coop.kiln.model;
      @java.lang.annotation.Target(java.lang.annotation.ElementType.TYPE_USE)
      @java.lang.annotation.Retention(java.lang.annotation.RetentionPolicy.CLASS)
      public @interface Nullable {}
      package coop.kiln.model;
      public record Watch(String code, @Nullable String member, @Nullable String timer) {
        public Watch {
          if (member != null && timer != null) {
            throw new IllegalArgumentException("one of the two");
          }
        }
      }
      package coop.kiln.api;
      import coop.kiln.model.Watch;
      import coop.kiln.model.Nullable;
      public record WatchView(String code, @Nullable String member, @Nullable String timer) {
        public static WatchView of(Watch watch) {
          return new WatchView(watch.code(), watch.member(), TIMER);
        }
      }
      """;

  private static final String TENDED_PLAN =
      """
      shelf-twin: 1
      name: watches
      code: { sources: src }
      layers:
        model: { role: domain, package: coop.kiln.model }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Watch:
          model: Watch
          api: { WatchView: out }
          existing-mappers:
            Watch -> WatchView: coop.kiln.api.WatchView.of
      """;

  /** Each value is observed in a sample that the source's type accepts. */
  @ParameterizedTest
  @CsvSource({
    "watch.timer(), ''",
    "watch.member(), mapper-crosses",
    "null, mapper-drops",
    "'watch.timer() == null ? null : watch.timer().strip()', ''"
  })
  void aTypeThatAcceptsOnlyOneOfTwoValuesIsObserved(String timer, String rules) {
    assertThat(
            new Project(folder)
                .instead(TENDED_PLAN, TENDED.replace("TIMER", timer))
                .run(OpenProject::observe))
        .flatExtracting(ObservedMapper::findings)
        .extracting(finding -> finding.rule().key())
        .containsExactly(rules.isEmpty() ? new String[0] : new String[] {rules});
  }

  /** What is seen in the runs takes long to compare, and no run is under way then. */
  @Test
  void theEndOfTheRunsIsTold() {
    List<Integer> runs = new ArrayList<>();
    new Project(folder)
        .instead(TENDED_PLAN, TENDED.replace("TIMER", "watch.timer()"))
        .run(project -> project.observing(runs::add));
    assertThat(runs).startsWith(0, 1).endsWith(ExistingMapperObserver.NO_RUN);
  }

  /** Each: the kind of notes that the mapper accepts, what it gives a note, and the findings. */
  @ParameterizedTest
  @CsvSource({
    "Integer.class.getSimpleName(), 'note.kind(), note.text()', mapper-fails",
    "'\"soak\"', 'note.kind(), note.text()', ''",
    "'\"soak\"', 'note.kind(), note.kind()', mapper-drops",
    "'\"soak\"', 'null, note.text()', mapper-drops"
  })
  void whatAMapperRefusesInAllElementsIsLeftOutAndSaid(String kind, String given, String rules) {
    assertThat(
            new Project(folder)
                .instead(
                    TENDED_PLAN.replace("Watch", "Log"),
                    """
                    package coop.kiln.model;
                    public record Log(String code, java.util.List<Note> notes) {}
                    package coop.kiln.model;
                    public record Note(String kind, String text) {}
                    package coop.kiln.api;
                    public record NoteView(String kind, String text) {}
                    package coop.kiln.api;
                    import coop.kiln.model.*;
                    public record LogView(String code, java.util.List<NoteView> notes) {
                      public static LogView of(Log log) {
                        return new LogView(
                            log.code(), log.notes().stream().map(LogView::note).toList());
                      }
                      private static NoteView note(Note note) {
                        if (!note.kind().equals(KIND)) {
                          throw new IllegalStateException("unrecognized: " + note.kind());
                        }
                        return new NoteView(GIVEN);
                      }
                    }
                    """
                        .replace("KIND", kind)
                        .replace("GIVEN", given))
                .run(OpenProject::observe))
        .flatExtracting(ObservedMapper::findings)
        .extracting(finding -> finding.rule().key())
        .containsExactly(rules.isEmpty() ? new String[0] : new String[] {rules});
  }

  /** The mapper takes an interface of the row, and accepts only rows behind others. */
  @Test
  void rowsStandForTheInterfacesBehindWhichTheyAreUsed() {
    Project project =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: jars
                code: { sources: src }
                layers:
                  store: { role: persistence, package: coop.kiln.store }
                  api: { role: transfer, package: coop.kiln.api }
                concepts:
                  Jar:
                    store: JarRow
                    api: { JarView: out }
                    fields:
                      - { store: id, accept: { leaked-key: jars are addressed by it } }
                      - { store: maker.name, api: maker }
                      - { store: owners, api: owners, by: coop.kiln.api.JarView.names }
                      - { store: lid.colour, api: lid }
                    existing-mappers:
                      JarRow -> JarView: coop.kiln.api.JarView.new
                """,
                """
                package coop.kiln.store;
                public interface Jar {
                  Long getId();
                  Potter getMaker();
                  java.util.List<Potter> getOwners();
                  Lid getLid();
                }
                package coop.kiln.store;
                public interface Potter { String getName(); }
                package coop.kiln.store;
                public interface Lid { String getColour(); }
                package coop.kiln.store;
                import jakarta.persistence.*;
                @Entity
                public class PotterRow implements Potter {
                  @Id String name;
                  @Override public String getName() { return name; }
                  public void setName(String name) { this.name = name; }
                }
                package coop.kiln.store;
                import jakarta.persistence.*;
                @Entity
                public class GuestRow implements Potter {
                  @Id String name;
                  @Override public String getName() { return name; }
                  public void setName(String name) { this.name = name; }
                }
                package coop.kiln.store;
                @jakarta.persistence.Embeddable
                public class LidParts implements Lid {
                  String colour;
                  @Override public String getColour() { return colour; }
                  public void setColour(String colour) { this.colour = colour; }
                }
                package coop.kiln.store;
                import jakarta.persistence.*;
                import java.util.*;
                @Entity
                public class JarRow implements Jar {
                  @Id @GeneratedValue private Long id;
                  @ManyToOne private PotterRow maker;
                  @ManyToMany(targetEntity = PotterRow.class) private List<Potter> owners;
                  @Embedded private LidParts lid;
                  @Override public Long getId() { return id; }
                  @Override public Potter getMaker() { return maker; }
                  public void setMaker(Potter maker) { this.maker = (PotterRow) maker; }
                  @Override public List<Potter> getOwners() { return owners; }
                  public void setOwners(List<Potter> owners) { this.owners = owners; }
                  @Override public Lid getLid() { return lid; }
                  public void setLid(Lid lid) { this.lid = (LidParts) lid; }
                }
                package coop.kiln.api;
                import coop.kiln.store.*;
                import java.util.*;
                public class JarView {
                  private final long id;
                  private final String maker;
                  private final List<String> owners;
                  private final String lid;
                  public JarView(Jar jar) {
                    id = jar.getId();
                    maker = jar.getMaker() == null ? null : ((PotterRow) jar.getMaker()).getName();
                    owners = names(jar.getOwners());
                    lid = jar.getLid() == null ? null : ((LidParts) jar.getLid()).getColour();
                  }
                  public static List<String> names(List<Potter> potters) {
                    return potters == null
                        ? null
                        : potters.stream().map(one -> ((PotterRow) one).getName()).toList();
                  }
                  public long getId() { return id; }
                  public String getMaker() { return maker; }
                  public List<String> getOwners() { return owners; }
                  public String getLid() { return lid; }
                }
                """);
    assertThat(project.run(OpenProject::observe))
        .singleElement()
        .satisfies(mapper -> assertThat(mapper.findings()).isEmpty())
        .satisfies(
            mapper ->
                assertThat(mapper.flows())
                    .filteredOn(flow -> flow.target().isPresent())
                    .extracting(flow -> flow.sources().toString())
                    .contains("[id]", "[maker.name]", "[owners[].name]", "[lid.colour]"));
  }

  @Test
  void anObjectOfWhichNothingArrivesIsReportedOnce() {
    Project project =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: jars
                code: { sources: src }
                layers:
                  model: { role: domain, package: coop.kiln.model }
                  api: { role: transfer, package: coop.kiln.api }
                concepts:
                  Jar:
                    model: Jar
                    api: { JarView: out }
                    existing-mappers:
                      Jar -> JarView: coop.kiln.api.JarView.of
                """,
                """
                package coop.kiln.model;
                import java.util.*;
                public record Jar(String code, Size inside, Size outside, Map<String, Size> lids) {}
                package coop.kiln.model;
                public record Size(int height, int width) {}
                package coop.kiln.api;
                import coop.kiln.model.*;
                import java.util.*;
                public record JarView(
                    String code, Size inside, Size outside, Map<String, Size> lids) {
                  public static JarView of(Jar jar) {
                    Size inside = jar.inside() == null ? null : new Size(jar.inside().height(), 1);
                    return new JarView(jar.code(), inside, null, Map.of());
                  }
                }
                """);
    assertThat(project.run(OpenProject::observe))
        .flatExtracting(mapper -> mapper.findings())
        .extracting(Finding::message)
        .anySatisfy(message -> assertThat(message).startsWith("Jar.inside.width never reaches"))
        .anySatisfy(message -> assertThat(message).startsWith("Jar.outside never reaches"))
        .anySatisfy(message -> assertThat(message).startsWith("Jar.lids never reaches"))
        .hasSize(3);
  }

  /** An element of one field, and methods of one name, of which the second is the mapper. */
  @Test
  void objectsOfOneFieldAreObservedAsTheConceptsTheyBelongTo() {
    Project project =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: jars
                code: { sources: src }
                layers:
                  model: { role: domain, package: coop.kiln.model }
                  api: { role: transfer, package: coop.kiln.api }
                concepts:
                  Jar:
                    model: Jar
                    api: { JarView: out }
                    existing-mappers:
                      Jar -> JarView: coop.kiln.map.Views.view(coop.kiln.model.Jar)
                  Lid:
                    model: Lid
                    api: { LidView: out }
                    existing-mappers:
                      Lid -> LidView: coop.kiln.map.Views.view(coop.kiln.model.Lid)
                """,
                """
                package coop.kiln.model;
                import java.util.*;
                public record Jar(
                    String code, List<Lid> lids, Map<String, Lid> spare, Lid own, Jar[] inner) {}
                package coop.kiln.model;
                public class Part {
                  private String colour;
                  public String getColour() { return colour; }
                  public void setColour(String colour) { this.colour = colour; }
                }
                package coop.kiln.model;
                public class Lid extends Part {
                  protected String colour; // hides the one that the getter reads
                }
                package coop.kiln.api;
                import java.util.*;
                public record JarView(
                    String code,
                    List<LidView> lids,
                    Map<String, LidView> spare,
                    LidView own,
                    JarView[] inner) {}
                package coop.kiln.api;
                public interface LidView { String getColour(); }
                package coop.kiln.map;
                import coop.kiln.api.*;
                import coop.kiln.model.*;
                import java.util.*;
                public final class Views {
                  private record Shown(String getColour) implements LidView {}
                  public static LidView view(Lid lid) {
                    return lid == null ? null : new Shown(lid.getColour());
                  }
                  public static JarView view(Jar jar) {
                    LidView own = new Shown("red");
                    Map<String, LidView> spare = new HashMap<>();
                    jar.spare().forEach((key, lid) -> spare.put(key, view(lid)));
                    List<LidView> lids = jar.lids().stream().map(Views::view).toList();
                    JarView[] inner =
                        Arrays.stream(jar.inner()).map(Views::view).toArray(JarView[]::new);
                    return new JarView("A", lids, spare, own, inner);
                  }
                }
                """);
    assertThat(project.run(OpenProject::observe))
        .flatExtracting(ObservedMapper::findings)
        .extracting(finding -> finding.at() + ": " + finding.message())
        .satisfiesExactly(
            message ->
                assertThat(message)
                    .contains("Views.java:17:")
                    .endsWith("Jar.code never reaches JarView.code, which is always A."),
            message ->
                assertThat(message)
                    .contains("Views.java:17:")
                    .endsWith(
                        "Jar.own.colour never reaches JarView.own.colour, which is always red."));
  }
}
