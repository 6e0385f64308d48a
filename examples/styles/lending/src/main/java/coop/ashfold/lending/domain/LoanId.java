package coop.ashfold.lending.domain;

import java.util.Objects;
import java.util.UUID;

public final class LoanId {
  private final UUID value;

  private LoanId(UUID value) {
    this.value = Objects.requireNonNull(value);
  }

  public static LoanId of(UUID value) {
    return new LoanId(value);
  }

  public static LoanId generate() {
    return new LoanId(UUID.randomUUID());
  }

  public UUID value() {
    return value;
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof LoanId other && value.equals(other.value);
  }

  @Override
  public int hashCode() {
    return value.hashCode();
  }

  @Override
  public String toString() {
    return value.toString();
  }
}
