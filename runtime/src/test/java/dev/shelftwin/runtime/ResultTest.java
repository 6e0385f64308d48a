package dev.shelftwin.runtime;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;

/** The faults of a request as a value. */
class ResultTest {

  private static final Fault FAULT = Fault.missing(FieldPath.SELF.field("kiln"));

  @Test
  void holdsTheObjectOrAllFaults() {
    Result<String> made = Result.of(() -> "BIG1");
    Result<String> refused =
        Result.of(
            () -> {
              throw new FaultException(List.of(FAULT), null);
            });
    assertThat(made.map(String::length)).isEqualTo(new Result.Made<>(4));
    assertThat(refused.map(String::length)).isEqualTo(new Result.Refused<>(List.of(FAULT)));
    assertThat(List.of(made, refused))
        .extracting(one -> one.<Object>fold(value -> value, List::size))
        .containsExactly("BIG1", 1);
  }

  @Test
  void aRejectedValueIsAFaultOfTheWholeRequest() {
    Result<String> refused =
        Result.of(
            () -> {
              throw new RejectedValue(Fault.UNKNOWN_KIND, "no mapper exists for Voucher");
            });
    assertThat(refused)
        .isEqualTo(
            new Result.Refused<>(
                List.of(
                    new Fault(
                        "",
                        "",
                        FieldPath.SELF,
                        Fault.UNKNOWN_KIND,
                        "no mapper exists for Voucher"))));
  }

  @Test
  void aMistakeInTheCodeIsNoFault() {
    assertThatThrownBy(
            () ->
                Result.of(
                    () -> {
                      throw new IllegalStateException("closed");
                    }))
        .isInstanceOf(IllegalStateException.class);
  }
}
