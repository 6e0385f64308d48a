package dev.shelftwin.runtime;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Faults as an HTTP service tells them. */
class ProblemTest {

  private static FaultException refused(Fault... faults) {
    return new FaultException(List.of(faults), null);
  }

  private static Fault fault(FieldPath path, String message) {
    return new Fault("api", "BookFiring", path, Fault.REFUSED, message);
  }

  @Test
  void reportsAllFaultsTogether() {
    Problem problem =
        Problem.of(
            refused(
                fault(FieldPath.SELF.field("kiln"), "no kiln \"X\"\n"),
                fault(FieldPath.SELF.field("schedule").element(1).field("hold"), "too long")));
    assertThat(problem.json())
        .isEqualTo(
            "{\"type\":\"about:blank\",\"title\":\"Unprocessable Content\",\"status\":422,"
                + "\"detail\":\"2 values are invalid\",\"errors\":["
                + "{\"detail\":\"no kiln \\\"X\\\"\\u000a\",\"pointer\":\"#/kiln\","
                + "\"code\":\"refused\"},"
                + "{\"detail\":\"too long\",\"pointer\":\"#/schedule/1/hold\","
                + "\"code\":\"refused\"}]}");
  }

  @Test
  void oneFaultIsTheDetail() {
    Problem problem =
        new Problem(
            "https://ashfold.example/problems/booking",
            "This cannot be booked",
            400,
            refused(fault(FieldPath.SELF, "a firing has a schedule")).faults());
    assertThat(problem.members())
        .containsEntry("detail", "a firing has a schedule")
        .containsEntry("status", 400)
        .containsEntry(
            "errors",
            List.of(
                Map.of("detail", "a firing has a schedule", "pointer", "#", "code", "refused")));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '^',
      value = {
        "operator              | #/operator",
        "charge.amount         | #/charge/amount",
        "schedule[12].hold     | #/schedule/12/hold",
        "recipe[\"ash\"]       | #/recipe/ash",
        "recipe[\"a/b~c\"]     | #/recipe/a~1b~0c",
        "recipe[\"a.b\"].share | #/recipe/a.b/share",
        "recipe[\"50 % é\"]    | #/recipe/50%20%25%20%C3%A9",
        "grid[1][2]            | #/grid/1/2",
      })
  void aPathIsAPointer(String path, String pointer) {
    assertThat(new FieldPath(path).pointer()).isEqualTo(pointer);
  }
}
