package dev.shelftwin.trial;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Rows that point at others and hold others, where there is no domain. */
public class TwoLayersTest {

  private static final String PLAN =
      """
      shelf-twin: 1
      name: bookings
      code: { sources: src }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Booking:
          store: BookingRow
          api: { BookingView: out, NewBooking: in }
          fields:
            - { store: id, stays: the store's own }
            - { store: oven.code, api: ovenCode }
            - { store: helpers.code, api: helperCodes }
            - { store: slots, stays: { NewBooking: left as it is } }
            - { store: paid, given: { NewBooking: { value: false } } }
        Slot:
          store: SlotRow
          api: { SlotView: out }
          fields:
            - { store: id, stays: the store's own }
      """;

  private static final String TYPES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      import java.util.*;
      @Entity
      public class BookingRow {
        @Id @GeneratedValue public Long id;
        @Column(nullable = false, length = 20) public String reference;
        @ManyToOne(optional = false) public OvenRow oven;
        @ManyToMany public Set<OvenRow> helpers = new HashSet<>();
        @OneToMany(mappedBy = "booking") public List<SlotRow> slots = new ArrayList<>();
        public boolean paid;
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class SlotRow {
        @Id @GeneratedValue public Long id;
        @ManyToOne(optional = false) public BookingRow booking;
        @Column(nullable = false, length = 12) public String tag;
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class OvenRow {
        @Id @GeneratedValue public Long id;
        @Column(nullable = false, unique = true, length = 8) public String code;
      }
      package coop.kiln.api;
      import java.util.*;
      public record BookingView(
          String reference,
          String ovenCode,
          Set<String> helperCodes,
          List<SlotView> slots,
          boolean paid) {}
      package coop.kiln.api;
      public record SlotView(String tag) {}
      package coop.kiln.api;
      import java.util.*;
      public record NewBooking(String reference, String ovenCode, Set<String> helperCodes) {}
      """;

  @TempDir Path folder;

  public static Project project(Path folder) {
    return new Project(folder).instead(PLAN, TYPES);
  }

  @Test
  void isCleanAndHolds() {
    assertThat(project(folder).check()).isEmpty();
    assertHeld(project(folder).trial(7, 60));
  }

  @Test
  void aRowOfASubtypeIsFoundForAnAbstractOne() {
    Project project =
        project(folder)
            .with("public class OvenRow", "@Inheritance public abstract class OvenRow")
            .java(
                """
                package coop.kiln.store;
                @jakarta.persistence.Entity
                public class GasOvenRow extends OvenRow {}
                """);
    assertHeld(project.trial(7, 60)).isNotEmpty();
  }

  /** What a request omits is left as it is, unless a row cannot do without it. */
  @Test
  void whatARequestOmitsIsNotSet() {
    String omitted = "\n    omits:\n      NewBooking: { fields: [%s], because: set at the kiln }";
    Project project =
        project(folder)
            .with("      - { store: slots, stays: { NewBooking: left as it is } }\n", "")
            .with("public boolean paid;", "public boolean paid; public String remark;")
            .with("boolean paid) {}", "boolean paid, String remark) {}");
    String last = "- { store: paid, given: { NewBooking: { value: false } } }";
    Project omitting = project.with(last, last + omitted.formatted("slots, remark"));
    assertThat(omitting.check()).isEmpty();
    assertHeld(omitting.trial(7, 60));
    Project required =
        project(folder).with("      " + last + "\n", omitted.formatted("paid").substring(1) + "\n");
    assertThat(required.check())
        .extracting(Finding::message)
        .contains("BookingRow.paid has no source in NewBooking.");
  }

  @Test
  void isDraftedByWhatTheRowsPointAt() {
    String plan = project(folder).draft().text();
    assertThat(plan).contains("{ store: oven.code, api: ovenCode }");
  }

  @Test
  void aPartThatIsNotMappedAccountsForItsWhole() {
    Project project =
        project(folder)
            .with(
                "- { store: oven.code, api: ovenCode }",
                "- { store: oven.code, api: ovenCode, stays: { NewBooking: chosen by the desk } }");
    assertThat(project.check()).extracting(Finding::message).isEmpty();
  }

  /** Requests that name the lines of an order by their keys. */
  public static Project orders(Path folder) {
    return new Project(folder)
        .instead(
            """
            shelf-twin: 1
            name: shop
            code: { sources: src }
            layers:
              store: { role: persistence, package: coop.kiln.store }
              api: { role: transfer, package: coop.kiln.api }
            concepts:
              Order:
                store: OrderRow
                api: { OrderView: out, NewOrder: in }
              Line:
                store: LineRow
                api: { LineView: out, NewLine: in }
                fields:
                  - { store: id, accept: { leaked-key: lines are edited, open-write: as before } }
            """,
            """
            package coop.kiln.store;
            import jakarta.persistence.*;
            import java.util.ArrayList;
            import java.util.List;
            @Entity
            public class OrderRow {
              @Id @GeneratedValue public Long id;
              @Column(nullable = false) public String number;
              @OneToMany(mappedBy = "parent", cascade = CascadeType.ALL, orphanRemoval = true)
              @OrderColumn
              public List<LineRow> lines = new ArrayList<>();
            }
            package coop.kiln.store;
            import jakarta.persistence.*;
            @Entity
            public class LineRow {
              @Id @GeneratedValue public Long id;
              @ManyToOne(optional = false) public OrderRow parent;
              @Column(nullable = false) public String article;
            }
            package coop.kiln.api;
            import java.util.List;
            public record OrderView(String number, List<LineView> lines) {}
            package coop.kiln.api;
            public record LineView(Long id, String article) {}
            package coop.kiln.api;
            import java.util.List;
            public record NewOrder(String number, List<NewLine> lines) {}
            package coop.kiln.api;
            public record NewLine(Long id, String article) {}
            """);
  }

  @Test
  void childrenAreMatchedByTheKeysThatARequestHas() {
    Tried tried = orders(folder).tried(1, 20);
    assertThat(tried.findings()).isEmpty();
    assertThat(tried.text("OrderApiMapper"))
        .contains("ChildRows.byKey( row.lines, child -> child.id, request.lines(), NewLine::id,");
    assertThat(tried.warnings()).isEmpty();
    assertHeld(tried.trial()).isNotEmpty();
  }

  /**
   * A field may be null in a row and always have a value in a request, such as a {@code boolean}.
   */
  @Test
  void whatOnlyARowMayLackIsDrawnForRequests() {
    Project project =
        orders(folder)
            .with("public String article;", "public String article; public Boolean gift;")
            .with(
                "LineView(Long id, String article)",
                "LineView(Long id, String article, Boolean gift)")
            .with(
                "NewLine(Long id, String article)",
                "NewLine(Long id, String article, boolean gift)");
    assertHeld(project.trial(7, 60)).isNotEmpty();
  }

  /** What the plan accepts to be out of range is refused by the mapper, and no fault of it. */
  @Test
  void numbersOutOfAnAcceptedRangeAreRefused() {
    Project project =
        orders(folder)
            .with("public String number;", "public String number; public long total;")
            .with("OrderView(String number", "OrderView(int total, String number")
            .with("NewOrder(String number", "NewOrder(int total, String number");
    assertThat(project.trial(7, 60).routes())
        .extracting(RouteResult::outcome)
        .contains(Outcome.BROKEN);
    TrialResult accepted =
        project
            .with(
                "api: { OrderView: out, NewOrder: in }",
                """
                api: { OrderView: out, NewOrder: in }
                    fields:
                      - { store: total, accept: { lossy-conversion: never over a million } }
                """)
            .trial(7, 60);
    assertHeld(accepted);
    assertThat(accepted.routes().get(0).refusals())
        .extracting(Refusal::example)
        .allMatch(reason -> reason.endsWith(" is out of the range of int"));
  }

  @Test
  void childrenThatAreMatchedByPlaceMoveTheirKeys() {
    Project byPlace =
        orders(folder)
            .with("NewLine(Long id, String article)", "NewLine(String article)")
            .with(", open-write: as before", "")
            .with("public List<LineRow> lines", "public List<LineRow> lines //~ moved-keys\n ");
    assertThat(byPlace.found(byPlace.check())).isEqualTo(byPlace.promised());
    Project hidden =
        orders(folder)
            .with("NewLine(Long id, String article)", "NewLine(String article)")
            .with("LineView(Long id, String article)", "LineView(String article)")
            .with(
                "{ leaked-key: lines are edited, open-write: as before }", "{ limit-mismatch: x }");
    assertThat(hidden.check()).extracting(Finding::rule).doesNotContain(RuleId.MOVED_KEYS);
  }
}
