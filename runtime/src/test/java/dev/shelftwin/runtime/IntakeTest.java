package dev.shelftwin.runtime;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
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
  void pathsLeadIntoFieldsAndLists() {
    assertThat(FieldPath.SELF.field("segments").element(2).field("target"))
        .hasToString("segments[2].target");
  }
}
