package dev.shelftwin.generate;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.testkit.Tried;
import dev.shelftwin.trial.Outcome;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Abstract types whose kinds are concepts of their own. */
public class FamilyTest {

  @TempDir Path folder;

  private static final String PLAN =
      Project.LAYERS
          + """
        Fee:
          store: FeeRow
          model: Fee
          api: { FeeView: both }
        FlatFee:
          store: FlatFeeRow
          model: Fee.Flat
          api: { FeeView.Flat: both }
          fields:
            - { store: id, stays: the store's own }
        HourlyFee:
          store: HourlyFeeRow
          model: Fee.Hourly
          api: { FeeView.Hourly: both }
          fields:
            - { store: id, stays: the store's own }
        Course:
          store: CourseRow
          model: Course
          api: { CourseView: both }
          fields:
            - { store: id, stays: the store's own }
      """;

  private static final String TYPES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity @Inheritance(strategy = InheritanceType.JOINED)
      public abstract class FeeRow { @Id @GeneratedValue Long id; }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class FlatFeeRow extends FeeRow { @Column(nullable = false) int cents; }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class HourlyFeeRow extends FeeRow {
        @Column(nullable = false) int cents;
        @Column(nullable = false) int hours;
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      import java.util.*;
      @Entity
      public class CourseRow {
        @Id @GeneratedValue Long id;
        @Column(nullable = false, length = 300) String title;
        @OneToMany(cascade = CascadeType.ALL, orphanRemoval = true) @OrderColumn
        List<FeeRow> fees = new ArrayList<>();
      }
      package coop.kiln.model;
      public sealed interface Fee {
        record Flat(int cents) implements Fee {}
        record Hourly(int cents, int hours) implements Fee {}
      }
      package coop.kiln.model;
      import java.util.List;
      public record Course(String title, List<Fee> fees) {}
      package coop.kiln.api;
      import com.fasterxml.jackson.annotation.*;
      @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
      @JsonSubTypes({
        @JsonSubTypes.Type(value = FeeView.Flat.class, name = "flat"),
        @JsonSubTypes.Type(value = FeeView.Hourly.class, name = "hourly")
      })
      public sealed interface FeeView {
        record Flat(int cents) implements FeeView {}
        record Hourly(int cents, int hours) implements FeeView {}
      }
      package coop.kiln.api;
      import java.util.List;
      public record CourseView(String title, List<FeeView> fees) {}
      """;

  public static Project fees(Path folder) {
    return new Project(folder).instead(PLAN, TYPES);
  }

  @Test
  void everyKindGoesToItsOwnMapper() throws Exception {
    Project project = fees(folder);
    Tried tried = project.tried(3, 40);
    assertThat(tried.findings()).extracting(Finding::message).isEmpty();
    assertThat(tried.generated().unwritten()).isEmpty();
    String mapper = tried.text("FeeStoreMapper");
    assertThat(mapper)
        .contains("if (fee instanceof Fee.Flat flat) { return flatFeeMapper.toFlatFeeRow(flat); }")
        .contains("public Fee toFee(FeeRow row) {")
        .contains(
            "if (fee instanceof Fee.Hourly hourly && row instanceof HourlyFeeRow hourlyFeeRow)")
        .contains("throw new RejectedValue(Fault.UNKNOWN_KIND,");
    assertThat(tried.text("CourseStoreMapper"))
        .contains("feeMapper::matches, feeMapper::applyTo, feeMapper::toFeeRow);");
    assertThat(tried.warnings()).isEmpty();
    assertHeld(tried.trial())
        .contains(
            List.of("Fee", "FeeRow", "Fee"),
            List.of("FeeView", "Fee"),
            List.of("Course", "CourseRow", "Course"));
  }

  @Test
  void reportsASubtypeThatALayerLacks() {
    Project gap =
        fees(folder)
            .with(
                "record Flat(int cents) implements Fee {}",
                "record Flat(int cents) implements Fee {}\n    record Free() implements Fee {}");
    assertThat(gap.check())
        .extracting(finding -> finding.rule().key() + ": " + finding.message())
        .containsExactly(
            "family-gap: Fee.Free, a subtype of Fee, has no counterpart in the layer 'store'.",
            "family-gap: Fee.Free, a subtype of Fee, has no counterpart in the layer 'api'.");
  }

  @Test
  void aMisspeltSubtypeIsOneMistake() {
    assertThat(fees(folder).with("store: FlatFeeRow", "store: FaltFeeRow").check())
        .extracting(finding -> finding.rule().key())
        .containsExactly("unknown-name");
  }

  @Test
  void reportsTheSubtypeThatFails() {
    Project wrong =
        fees(folder)
            .with(
                "api: { FeeView.Hourly: both }\n    fields:\n",
                "api: { FeeView.Hourly: both }\n    fields:\n"
                    + "      - { model: hours, store: hours, by: coop.kiln.store.Hours }\n")
            .java(
                """
                package coop.kiln.store;
                public final class Hours {
                  private Hours() {}
                  public static int less(int hours) { return Math.min(hours, 100); }
                }
                """);
    assertThat(wrong.trial().routes())
        .filteredOn(route -> route.route().equals(List.of("Fee", "FeeRow", "Fee")))
        .singleElement()
        .satisfies(route -> assertThat(route.outcome()).isEqualTo(Outcome.BROKEN));
  }
}
