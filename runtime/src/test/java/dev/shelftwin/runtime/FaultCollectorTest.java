package dev.shelftwin.runtime;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.time.DayOfWeek;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What comes in: taken whole, noted together, or stopped at the first fault. */
class FaultCollectorTest {

  @Test
  void convertsTheValuesIfThereIsNoFault() {
    FaultCollector collector = FaultCollector.collecting("api", "BookFiring");
    String kiln = collector.required("kiln", "BIG1");
    Integer peak = collector.required("peak", "1260", Integer::valueOf);
    Integer hold = collector.optional("hold", null, Object::hashCode);
    collector.throwIfAny();
    assertThat(kiln + peak + hold).isEqualTo("BIG11260null");
  }

  @Test
  void reportsAllFaultsOfARequest() {
    FaultCollector collector = FaultCollector.collecting("api", "BookFiring");
    collector.required("kiln", null);
    collector.required("peak", "hot", Integer::valueOf);
    collector.required("day", "CLAYDAY", name -> Constants.named(DayOfWeek.class, name));
    collector.optional("hold", "long", Integer::valueOf);
    collector.required("note", "x", text -> (String) null);
    assertThatThrownBy(collector::throwIfAny)
        .isInstanceOfSatisfying(
            FaultException.class,
            refused ->
                assertThat(refused.faults())
                    .extracting(Fault::toString)
                    .containsExactly(
                        "BookFiring kiln: a value is required (missing)",
                        "BookFiring peak: For input string: \"hot\" (refused)",
                        "BookFiring day: 'CLAYDAY' is not one of MONDAY, TUESDAY, WEDNESDAY, THURSDAY,"
                            + " FRIDAY, SATURDAY, SUNDAY (unknown-constant)",
                        "BookFiring hold: For input string: \"long\" (refused)",
                        "BookFiring note: a value is required (missing)"));
  }

  @Test
  void aRowFailsAtItsFirstFaultWithItsKey() {
    FaultCollector collector = FaultCollector.failFast("store", "FiringRow", 17L);
    assertThatThrownBy(() -> collector.required("peak", "hot", Integer::valueOf))
        .isInstanceOfSatisfying(
            FaultException.class,
            refused -> {
              assertThat(refused.faults())
                  .containsExactly(
                      new Fault(
                          "store",
                          "FiringRow 17",
                          new FieldPath("peak"),
                          Fault.REFUSED,
                          "For input string: \"hot\""));
              assertThat(refused).hasCauseInstanceOf(NumberFormatException.class);
            });
  }

  @Test
  void aRejectionByTheCreatorIsAFaultOfTheObject() {
    FaultCollector collector = FaultCollector.failFast("store", "FiringRow", null);
    FaultException rejected =
        collector.rejected(new IllegalArgumentException("it cannot end before it started"));
    assertThat(rejected).hasMessage("FiringRow: it cannot end before it started (refused)");
    assertThat(collector.rejected(rejected)).isSameAs(rejected);
  }

  @Test
  void aChangeRequestKeepsOtherFields() {
    FaultCollector collector = FaultCollector.collecting("api", "ChangeFiring");
    assertThat(collector.changed("kiln", "BIG1", null)).isEqualTo("BIG1");
    assertThat(collector.changed("kiln", "BIG1", "BIG2")).isEqualTo("BIG2");
    assertThat(collector.changed("peak", 900, "1260", Integer::valueOf)).isEqualTo(1260);
    assertThat(collector.<String, Integer>changed("peak", 900, null, Integer::valueOf))
        .isEqualTo(900);
    assertThat(collector.replaced("kiln", "BIG1", null)).isEqualTo("BIG1");
    assertThat(collector.replaced("kiln", "BIG1", Optional.of("BIG2"))).isEqualTo("BIG2");
    assertThat(collector.replaced("peak", 900, Optional.of("7"), Integer::valueOf)).isEqualTo(7);
    assertThat(collector.replacedOrCleared("note", "old", null)).isEqualTo("old");
    assertThat(collector.replacedOrCleared("note", "old", Optional.empty())).isNull();
    assertThat(collector.replacedOrCleared("note", "old", Optional.of("new"))).isEqualTo("new");
    assertThat(collector.replacedOrCleared("peak", 9, Optional.of("8"), Integer::valueOf))
        .isEqualTo(8);
    collector.throwIfAny();
  }

  @Test
  void clearingARequiredFieldIsAFault() {
    FaultCollector collector = FaultCollector.collecting("api", "ChangeFiring");
    collector.replaced("kiln", "BIG1", Optional.empty());
    collector.changed("peak", 900, "hot", Integer::valueOf);
    collector.replacedOrCleared("hold", 5, Optional.of("long"), Integer::valueOf);
    assertThatThrownBy(collector::throwIfAny)
        .isInstanceOfSatisfying(
            FaultException.class,
            refused ->
                assertThat(refused.faults())
                    .extracting(fault -> fault.path().text(), Fault::code)
                    .containsExactly(
                        tuple("kiln", Fault.MISSING),
                        tuple("peak", Fault.REFUSED),
                        tuple("hold", Fault.REFUSED)));
  }

  @Test
  void aSubstituteStandsForWhatIsMissingOnly() {
    FaultCollector collector = FaultCollector.collecting("api", "BookFiring");
    assertThat(collector.<String, Integer>orElse("shelves", null, Integer::valueOf, 1))
        .isEqualTo(1);
    assertThat(collector.orElse("shelves", "3", Integer::valueOf, 1)).isEqualTo(3);
    collector.orElse("shelves", "some", Integer::valueOf, 1);
    assertThatThrownBy(collector::throwIfAny).hasMessageContaining("shelves");
  }

  @Test
  void pathsLeadIntoFieldsAndLists() {
    assertThat(FieldPath.SELF.field("segments").element(2).field("target"))
        .hasToString("segments[2].target");
  }
}
