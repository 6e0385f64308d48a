package dev.shelftwin.trial;

import static dev.shelftwin.testkit.Trials.assertHeld;
import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.testkit.Project;
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
  void isDraftedByWhatTheRowsPointAt() {
    String plan = project(folder).draft().text();
    assertThat(plan).contains("{ store: oven.code, api: ovenCode }");
  }
}
