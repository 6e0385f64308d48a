package dev.shelftwin.observe;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.draft.Draft;
import dev.shelftwin.draft.LayerPackage;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.Role;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Mappers as older projects have them: generic superclasses, dates of days, codes, abstract rows.
 */
class LegacyMappersTest {

  @TempDir Path folder;

  private static final String TWO_LAYERS =
      """
      shelf-twin: 1
      name: batches
      code: { sources: src }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
      """;

  private static final String PLAN =
      """
      shelf-twin: 1
      name: batches
      code: { sources: src }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Batch:
          store: Batch
          api: BatchVO
          fields:
            - { store: id.pit, api: pit }
            - { store: id.number, api: number }
            - { store: kind, api: kindCode, by: { api: code } }
            - { store: depot.id, api: depotId, accept: { leaked-key: shown on purpose } }
            - { store: dug, api: dugOn, format: dd.MM.yyyy }
            - { store: marks, accept: { lossy-conversion: of no order } }
          existing-mappers:
            Batch -> BatchVO: [coop.kiln.map.BatchMapper.toDto, coop.kiln.map.BatchMapper.toDtos]
            BatchVO -> Batch: coop.kiln.map.BatchMapper.toEntity
        Analysis:
          store: Analysis
          api: { AnalysisVO: out }
          fields:
            - { store: done, api: doneOn, format: dd.MM.yyyy }
            - { api: grain, stays: made of what kinds of analyses have }
          existing-mappers: { Analysis -> AnalysisVO: coop.kiln.map.AnalysisMapper.toDto }
      """;

  private static final String TYPES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      import java.util.*;
      @Entity
      public class Batch {
        @EmbeddedId public BatchKey id;
        @Column(nullable = false) public Kind kind;
        @Temporal(TemporalType.DATE) public Date dug;
        @ManyToOne public Depot depot;
        @Embedded public Place place;
        @ElementCollection public Set<String> marks = new HashSet<>();
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Embeddable
      public class BatchKey {
        String pit;
        int number;
        protected BatchKey() {}
        public BatchKey(String pit, int number) { this.pit = pit; this.number = number; }
        public String getPit() { return pit; }
        public int getNumber() { return number; }
      }
      package coop.kiln.store;
      @jakarta.persistence.Embeddable
      public class Place {
        public String street;
        public String town;
      }
      package coop.kiln.store;
      public enum Kind {
        STONEWARE("S"), PORCELAIN("P");
        private final String code;
        Kind(String code) { this.code = code; }
        public String getCode() { return code; }
        public static Kind of(String code) {
          for (Kind kind : values()) {
            if (kind.code.equals(code)) {
              return kind;
            }
          }
          throw new IllegalArgumentException("no kind " + code);
        }
      }
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class Depot {
        @jakarta.persistence.Id public Long id;
        public String name;
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public abstract class Analysis {
        @Id public String code;
        @Temporal(TemporalType.DATE) public java.util.Date done;
      }
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class GrainAnalysis extends Analysis {
        public int finest;
        @jakarta.persistence.Column(nullable = false) public String mesh;
      }
      package coop.kiln.api;
      public class BatchVO {

        @jakarta.validation.constraints.NotNull public String pit;
        public int number;
        @jakarta.validation.constraints.NotNull public String kindCode;
        public String dugOn;
        public Long depotId;
        public PlaceVO place;
        public java.util.List<String> marks;
      }
      package coop.kiln.api;
      public class PlaceVO {
        public String street;
        public String town;
      }
      package coop.kiln.api;
      public class AnalysisVO {
        public String code;
        public String doneOn;
        public int grain;
      }
      package coop.kiln.map;
      import java.util.*;
      public abstract class TwoWay<E, D> {
        public abstract D toDto(E entity);
        public List<D> toDtos(Collection<? extends E> entities) {
          List<D> all = new ArrayList<>();
          entities.forEach(entity -> all.add(toDto(entity)));
          return all;
        }
      }
      package coop.kiln.map;
      import java.text.*;
      import java.util.*;
      class Days {
        static String text(Date day) {
          return day == null ? null : new SimpleDateFormat("dd.MM.yyyy").format(day);
        }
        static Date day(String text) {
          try {
            return text == null ? null : new SimpleDateFormat("dd.MM.yyyy").parse(text);
          } catch (ParseException wrong) {
            return null;
          }
        }
      }
      package coop.kiln.map;
      import coop.kiln.api.*;
      import coop.kiln.store.*;
      import java.util.*;
      public class BatchMapper extends TwoWay<Batch, BatchVO> {
        @Override
        public BatchVO toDto(Batch batch) {
          BatchVO vo = new BatchVO();
          vo.pit = batch.id.getPit().toString();
          vo.number = batch.id.getNumber();
          vo.kindCode = batch.kind.getCode();
          vo.dugOn = Days.text(batch.dug);
          vo.depotId = batch.depot == null ? null : batch.depot.id;
          if (batch.place != null) {
            vo.place = new PlaceVO();
            vo.place.street = batch.place.street;
            vo.place.town = batch.place.town;
          }
          vo.marks = batch.marks.stream().sorted().toList();
          return vo;
        }
        public Batch toEntity(BatchVO vo, Depot depot) {
          Batch batch = new Batch();
          batch.id = new BatchKey(vo.pit, vo.number);
          batch.kind = Kind.of(vo.kindCode);
          batch.dug = Days.day(vo.dugOn);
          batch.depot = depot;
          batch.place = new Place();
          if (vo.place != null) {
            batch.place.street = vo.place.street;
            batch.place.town = vo.place.town;
          }
          batch.marks = vo.marks == null ? new HashSet<>() : new HashSet<>(vo.marks);
          return batch;
        }
      }
      package coop.kiln.map;
      import coop.kiln.api.*;
      import coop.kiln.store.*;
      public class AnalysisMapper {
        public AnalysisVO toDto(Analysis analysis) {
          AnalysisVO vo = new AnalysisVO();
          vo.code = analysis.code;
          vo.doneOn = Days.text(analysis.done);
          vo.grain = ((GrainAnalysis) analysis).finest + ((GrainAnalysis) analysis).mesh.length();
          return vo;
        }
      }
      """;

  @Test
  void nothingIsFoundInMappersThatDoWhatThePlanSays() {
    Project project = new Project(folder).instead(PLAN, TYPES);
    assertThat(project.check()).extracting(Finding::rule).doesNotContain(RuleId.LOSSY_CONVERSION);
    List<ObservedMapper> mappers = project.run(OpenProject::observe);
    assertThat(mappers).hasSize(4);
    assertThat(mappers.stream().flatMap(mapper -> mapper.findings().stream()).map(Finding::message))
        .isEmpty();
  }

  /** Of a tree, one level below the root is tried. */
  @Test
  void theChildrenAndTheParentOfATreeAreSeen() {
    String plan =
        TWO_LAYERS
            + """
                Group:
                  store: Group
                  api: { GroupView: out }
                  fields:
                    - { store: parent.code, api: parentCode }
                  existing-mappers: { Group -> GroupView: coop.kiln.map.Groups.view }
            """;
    String types =
        """
        package coop.kiln.store;
        import jakarta.persistence.*;
        @Entity
        public class Group {
          @Id public String code;
          @ManyToOne public Group parent;
          @OneToMany(mappedBy = "parent") @OrderColumn public java.util.List<Group> children;
        }
        package coop.kiln.api;
        public record GroupView(String code, String parentCode, java.util.List<GroupView> children) {}
        package coop.kiln.map;
        import coop.kiln.api.GroupView;
        import coop.kiln.store.Group;
        public class Groups {
          static GroupView view(Group group) {
            String parent = group.parent == null ? null : group.parent.code;
            return new GroupView(
                group.code, parent, group.children.stream().map(Groups::view).toList());
          }
        }
        """;
    assertThat(found(plan, types)).isEmpty();
    assertThat(found(plan, types.replace("group.code, parent,", "group.code, null,")))
        .containsExactly("Group.parent.code never reaches GroupView.parentCode.");
    assertThat(
            found(
                plan, types.replace("group.children.stream().map(Groups::view).toList()", "null")))
        .containsExactly("Group.children never reaches GroupView.children.");
  }

  private List<String> found(String plan, String types) {
    return new Project(folder)
        .instead(plan, types).run(OpenProject::observe).stream()
            .flatMap(mapper -> mapper.findings().stream())
            .map(Finding::message)
            .toList();
  }

  /** What the request's limits rule out is not tried. */
  @Test
  void aCastWithinTheLimitsIsNoCondition() {
    String plan =
        TWO_LAYERS
            + """
                Rating:
                  store: Rating
                  api: { NewRating: in }
                  existing-mappers: { NewRating -> Rating: coop.kiln.map.Ratings.rating }
            """;
    String types =
        """
        package coop.kiln.store;
        @jakarta.persistence.Entity
        public class Rating {
          @jakarta.persistence.Id public String code;
          public short stars;
        }
        package coop.kiln.api;
        import jakarta.validation.constraints.*;
        public record NewRating(@NotNull @Size(max = 8) String code, @Min(1) @Max(5) int stars) {}
        package coop.kiln.map;
        public class Ratings {
          static coop.kiln.store.Rating rating(coop.kiln.api.NewRating request) {
            coop.kiln.store.Rating rating = new coop.kiln.store.Rating();
            rating.code = request.code();
            rating.stars = (short) request.stars();
            return rating;
          }
        }
        """;
    Project project = new Project(folder).instead(plan, types);
    assertThat(project.check()).extracting(Finding::message).isEmpty();
    assertThat(project.run(OpenProject::observe))
        .flatExtracting(ObservedMapper::findings)
        .isEmpty();
  }

  @Test
  void theFormOfADateIsProposed() {
    String plan =
        PLAN.replace(
            "{ store: dug, api: dugOn, format: dd.MM.yyyy }",
            "{ store: dug, stays: none }\n      - { api: dugOn, stays: none }");
    assertThat(
            new Project(folder)
                .instead(plan, TYPES).run(OpenProject::observe).stream()
                    .flatMap(mapper -> mapper.findings().stream())
                    .flatMap(finding -> finding.remedies().stream())
                    .map(Object::toString))
        .anySatisfy(
            text ->
                assertThat(text).contains("{ store: dug, api: dugOn, format: \"dd.MM.yyyy\" }"));
  }

  /** What a creator sets itself may differ each time, and a kind of payment is one of several. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        """
        sealed interface Fee permits CardFee, CashFee { int amount(); }
        package coop.kiln.model;
        public record CardFee(int amount, String card) implements Fee {}
        package coop.kiln.model;
        public record CashFee(int amount) implements Fee {}
        """,
        """
        sealed interface Fee {
          int amount();
          record Card(int amount, String card) implements Fee {}
          sealed interface Later extends Fee { record Invoice(int amount) implements Later {} }
        }
        """,
        """
        abstract class Fee {
          public abstract int amount();
          public static class Cash extends Fee {
            private final int amount;
            public Cash(int amount) { this.amount = amount; }
            @Override public int amount() { return amount; }
          }
        }
        """
      })
  void buildersAndKindsAreMappedToo(String kinds) {
    String plan =
        """
        shelf-twin: 1
        name: stalls
        code: { sources: src }
        layers:
          model: { role: domain, package: coop.kiln.model }
          api: { role: transfer, package: coop.kiln.api }
        concepts:
          Stall:
            model: Stall
            api: { NewStall: in }
            fields:
              - { model: id, given: { NewStall: { from: factory } } }
              - { model: from, api: begins }
              - { model: to, api: ends }
            existing-mappers: { NewStall -> Stall: coop.kiln.map.Stalls.stall }
          Fee:
            model: Fee
            api: { FeeView: out }
            existing-mappers: { Fee -> FeeView: coop.kiln.map.Stalls.fee }
        """;
    String types =
        """
        package coop.kiln.model;
        import java.time.LocalDate;
        import java.util.UUID;
        public final class Stall {
          private final UUID id;
          private final LocalDate from;
          private final LocalDate to;
          private Stall(UUID id, LocalDate from, LocalDate to) {
            if (to.isBefore(from)) {
              throw new IllegalArgumentException("ends before it begins");
            }
            this.id = id;
            this.from = from;
            this.to = to;
          }
          public static Stall open(LocalDate from, LocalDate to) {
            return new Stall(UUID.randomUUID(), from, to);
          }
          public UUID getId() { return id; }
          public LocalDate getFrom() { return from; }
          public LocalDate getTo() { return to; }
        }
        package coop.kiln.api;
        public record NewStall(
            @jakarta.validation.constraints.NotNull java.time.LocalDate begins,
            @jakarta.validation.constraints.NotNull java.time.LocalDate ends) {}
        package coop.kiln.api;
        public record FeeView(int amount) {}
        package coop.kiln.map;
        import coop.kiln.api.*;
        import coop.kiln.model.*;
        public class Stalls {
          static Stall stall(NewStall request) {
            return Stall.open(request.begins(), request.ends());
          }
          static FeeView fee(Fee fee) { return new FeeView(fee.amount()); }
        }
        """;
    Project project =
        new Project(folder).instead(plan, types + "package coop.kiln.model;\npublic " + kinds);
    assertThat(project.run(OpenProject::observe))
        .hasSize(2)
        .allSatisfy(mapper -> assertThat(mapper.findings()).isEmpty());
    assertThat(project.trial().routes())
        .extracting(RouteResult::outcome)
        .containsOnly(Outcome.HELD);
  }

  /** A generic method fills an object in steps, with rows that are found and keys of a map. */
  private static final String SHELVES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      import java.util.*;
      @Entity
      public class Shelf {
        @Id @GeneratedValue public Long id;
        @Version public long version;
        @ManyToMany public Set<Mark> marks = new HashSet<>();
        @ElementCollection public Map<Tongue, String> names = new HashMap<>();
        @Embedded public Bay bay;
      }
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class Mark {
        @jakarta.persistence.Id @jakarta.persistence.GeneratedValue public Long id;
        public String text;
        public Long getId() { return id; }
      }
      package coop.kiln.store;
      @jakarta.persistence.Embeddable
      public class Bay {
        public String hall;
        public String row;
      }
      package coop.kiln.store;
      public enum Tongue { DE, EN }
      package coop.kiln.api;
      import java.util.*;
      public class ShelfDto {
        public long version;
        public List<Long> markIds = new ArrayList<>();
        public Map<String, String> names = new HashMap<>();
      }
      package coop.kiln.api;
      public class ChangeShelf {
        public String hall;
      }
      package coop.kiln.map;
      public abstract class Template<E, D> {
        public D toDto(E entity) {
          D dto = create();
          fill(entity, dto);
          return dto;
        }
        public E apply(D dto, E entity) {
          change(dto, entity);
          return entity;
        }
        protected abstract D create();
        protected abstract void fill(E entity, D dto);
        protected abstract void change(D dto, E entity);
      }
      package coop.kiln.map;
      public interface Marks { coop.kiln.store.Mark byId(Long id); }
      package coop.kiln.map;
      import coop.kiln.api.*;
      import coop.kiln.store.*;
      import java.util.*;
      public class ShelfTemplate extends Template<Shelf, ShelfDto> {
        private final Marks marks;
        public ShelfTemplate(Marks marks) { this.marks = marks; }
        @Override protected ShelfDto create() { return new ShelfDto(); }
        @Override protected void fill(Shelf shelf, ShelfDto dto) {
          dto.version = shelf.version;
          dto.markIds = shelf.marks.stream().map(Mark::getId).toList();
          shelf.names.forEach((tongue, name) -> dto.names.put(tongue.name(), name));
        }
        @Override protected void change(ShelfDto dto, Shelf shelf) {
          shelf.version = dto.version;
          shelf.marks = new HashSet<>();
          dto.markIds.forEach(id -> shelf.marks.add(marks.byId(id)));
          shelf.names = new HashMap<>();
          dto.names.forEach((tongue, name) -> shelf.names.put(Tongue.valueOf(tongue), name));
        }
        public void change(ChangeShelf change, Shelf shelf) {
          if (change.hall != null) {
            Bay bay = new Bay();
            bay.hall = change.hall;
            bay.row = shelf.bay == null ? null : shelf.bay.row;
            shelf.bay = bay;
          }
        }
      }
      """;

  @Test
  void aTemplateMapsByItsPublicMethods() throws IOException {
    Draft draft =
        new Project(folder)
            .instead("", SHELVES)
            .draftCompiled(
                new LayerPackage(Role.PERSISTENCE, "coop.kiln.store"),
                new LayerPackage(Role.TRANSFER, "coop.kiln.api"));
    assertThat(draft.text())
        .contains("Shelf -> ShelfDto: coop.kiln.map.ShelfTemplate.toDto\n")
        .contains("ShelfDto -> Shelf: coop.kiln.map.ShelfTemplate.apply\n")
        .contains("leaked-version: '?' }")
        .contains("- { store: marks.id, api: markIds, accept: { lossy-conversion: '?' } }")
        .contains("- { store: bay.hall, api: hall }");
    Project project =
        new Project(folder).instead(draft.text().replace("'?'", "on purpose"), SHELVES);
    assertThat(project.check()).extracting(Finding::message).isEmpty();
    assertThat(project.run(OpenProject::observe))
        .hasSize(3)
        .allSatisfy(mapper -> assertThat(mapper.findings()).isEmpty());
  }

  @Test
  void theirRoutesHold() {
    List<RouteResult> routes = new Project(folder).instead(PLAN, TYPES).trial().routes();
    assertThat(routes)
        .extracting(RouteResult::route)
        .contains(
            List.of("Batch", "BatchVO"),
            List.of("BatchVO", "Batch"),
            List.of("Analysis", "AnalysisVO"));
    assertThat(routes).allMatch(route -> route.outcome() == Outcome.HELD);
  }

  /** The row that the caller found must reach its field, and a day must stay the same day. */
  @Test
  void whatTheyDoOtherwiseIsFound() {
    String wrong =
        TYPES
            .replace("batch.depot = depot;", "")
            .replace(
                "new SimpleDateFormat(\"dd.MM.yyyy\").format(day)",
                "String.valueOf(day.getTimezoneOffset())");
    assertThat(
            new Project(folder)
                .instead(PLAN, wrong).run(OpenProject::observe).stream()
                    .flatMap(mapper -> mapper.findings().stream())
                    .map(Finding::message))
        .anySatisfy(text -> assertThat(text).contains("BatchVO.depotId never reaches Batch.depot"))
        .anySatisfy(text -> assertThat(text).contains("BatchVO.dugOn changes with the time zone"));
  }

  /** Only the row itself takes the place of its key: not a value that is passed beside it. */
  @Test
  void aRowThatIsMadeOfAnotherValueIsFound() {
    String wrong =
        TYPES
            .replace("BatchVO vo, Depot depot", "BatchVO vo, Integer shelves")
            .replace(
                "batch.depot = depot;",
                "batch.depot = new Depot(); batch.depot.name = \"shelf \" + shelves;");
    assertThat(
            new Project(folder)
                .instead(PLAN, wrong).run(OpenProject::observe).stream()
                    .flatMap(mapper -> mapper.findings().stream())
                    .map(Finding::message))
        .anySatisfy(
            text ->
                assertThat(text).contains("Batch.depot").contains("instead of BatchVO.depotId"));
  }

  @Test
  void whatAnUpdateLeavesAloneIsSaidSo() {
    String plan =
        TWO_LAYERS
            + """
                Box:
                  store: BoxRow
                  api: { BoxDto: in }
                  existing-mappers: { BoxDto -> BoxRow: coop.kiln.map.Boxes.fill }
            """;
    String types =
        """
        package coop.kiln.store;
        @jakarta.persistence.Entity
        public class BoxRow {
          @jakarta.persistence.Id @jakarta.persistence.GeneratedValue public Long id;
          public String label;
        }
        package coop.kiln.api;
        public class BoxDto {
          public String label;
        }
        package coop.kiln.map;
        public class Boxes {
          static void fill(coop.kiln.api.BoxDto dto, coop.kiln.store.BoxRow row) {
            if (dto.label != null) {
              row.label = dto.label;
            }
          }
        }
        """;
    assertThat(new Project(folder).instead(plan, types).run(OpenProject::observe))
        .flatExtracting(ObservedMapper::findings)
        .extracting(Finding::message)
        .containsExactly(
            "A missing BoxDto.label becomes what was there before in BoxRow.label; the plan says"
                + " nothing about it.");
  }
}
