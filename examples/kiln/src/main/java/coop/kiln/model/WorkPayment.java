package coop.kiln.model;

import java.time.Duration;
import java.util.Objects;

/** Paid with work at the kilns, in whole minutes. */
public record WorkPayment(FiringNumber firing, Duration worked) implements Payment {

  public WorkPayment {
    Objects.requireNonNull(firing, "firing");
    if (worked.isNegative() || worked.isZero() || worked.toSeconds() % 60 != 0) {
      throw new IllegalArgumentException("work is counted in whole minutes");
    }
  }
}
