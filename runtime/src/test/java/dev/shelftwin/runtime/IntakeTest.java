package dev.shelftwin.runtime;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.time.DayOfWeek;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What comes in: taken whole, noted together, or stopped at the first fault. */
class IntakeTest {

  @Test
  void whatIsSoundIsMade() {
    Intake intake = Intake.collecting("api", "BookFiring");
    String kiln = intake.required("kiln", "BIG1");
    Integer peak = intake.required("peak", "1260", Integer::valueOf);
    Integer hold = intake.optional("hold", null, Object::hashCode);
    assertThat(intake.make(() -> kiln + peak + hold)).isEqualTo("BIG11260null");
  }

  @Test
  void everyFaultOfACallersObjectIsToldTogether() {
    Intake intake = Intake.collecting("api", "BookFiring");
    intake.required("kiln", null);
    intake.required("peak", "hot", Integer::valueOf);
    intake.required("day", "CLAYDAY", name -> Constants.named(DayOfWeek.class, name));
    intake.optional("hold", "long", Integer::valueOf);
    intake.required("note", "x", text -> (String) null);
    assertThatThrownBy(() -> intake.make(() -> "never"))
        .isInstanceOfSatisfying(
            FaultException.class,
            refused ->
                assertThat(refused.faults())
                    .extracting(Fault::toString)
                    .containsExactly(
                        "BookFiring kiln: a value is required (missing)",
                        "BookFiring peak: For input string: \"hot\" (refused)",
                        "BookFiring day: 'CLAYDAY' is none of MONDAY, TUESDAY, WEDNESDAY, THURSDAY,"
                            + " FRIDAY, SATURDAY, SUNDAY (unknown-constant)",
                        "BookFiring hold: For input string: \"long\" (refused)",
                        "BookFiring note: a value is required (missing)"));
  }

  @Test
  void aRowStopsAtItsFirstFaultAndTellsItsKey() {
    Intake intake = Intake.stopping("store", "FiringRow", 17L);
    assertThatThrownBy(() -> intake.required("peak", "hot", Integer::valueOf))
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
  void whatTheMakerRefusesIsAFaultOfTheWholeObject() {
    Intake intake = Intake.stopping("store", "FiringRow", null);
    assertThatThrownBy(
            () ->
                intake.make(
                    () -> {
                      throw new IllegalArgumentException("it cannot end before it started");
                    }))
        .isInstanceOf(FaultException.class)
        .hasMessage("FiringRow: it cannot end before it started (refused)");
  }

  @Test
  void aChangeKeepsWhatItDoesNotMention() {
    Intake intake = Intake.collecting("api", "ChangeFiring");
    assertThat(intake.changed("kiln", "BIG1", null)).isEqualTo("BIG1");
    assertThat(intake.changed("kiln", "BIG1", "BIG2")).isEqualTo("BIG2");
    assertThat(intake.changed("peak", 900, "1260", Integer::valueOf)).isEqualTo(1260);
    assertThat(intake.<String, Integer>changed("peak", 900, null, Integer::valueOf)).isEqualTo(900);
    assertThat(intake.replaced("kiln", "BIG1", null)).isEqualTo("BIG1");
    assertThat(intake.replaced("kiln", "BIG1", Optional.of("BIG2"))).isEqualTo("BIG2");
    assertThat(intake.replaced("peak", 900, Optional.of("7"), Integer::valueOf)).isEqualTo(7);
    assertThat(intake.replacedOrCleared("note", "old", null)).isEqualTo("old");
    assertThat(intake.replacedOrCleared("note", "old", Optional.empty())).isNull();
    assertThat(intake.replacedOrCleared("note", "old", Optional.of("new"))).isEqualTo("new");
    assertThat(intake.replacedOrCleared("peak", 9, Optional.of("8"), Integer::valueOf))
        .isEqualTo(8);
    intake.settle();
  }

  @Test
  void whatAChangeMustNotClearIsAFaultWithTheOthers() {
    Intake intake = Intake.collecting("api", "ChangeFiring");
    intake.replaced("kiln", "BIG1", Optional.empty());
    intake.changed("peak", 900, "hot", Integer::valueOf);
    intake.replacedOrCleared("hold", 5, Optional.of("long"), Integer::valueOf);
    assertThatThrownBy(intake::settle)
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
    Intake intake = Intake.collecting("api", "BookFiring");
    assertThat(intake.<String, Integer>orElse("shelves", null, Integer::valueOf, 1)).isEqualTo(1);
    assertThat(intake.orElse("shelves", "3", Integer::valueOf, 1)).isEqualTo(3);
    intake.orElse("shelves", "some", Integer::valueOf, 1);
    assertThatThrownBy(intake::settle).hasMessageContaining("shelves");
  }

  @Test
  void pathsLeadIntoFieldsAndLists() {
    assertThat(FieldPath.SELF.field("segments").element(2).field("target"))
        .hasToString("segments[2].target");
  }
}
