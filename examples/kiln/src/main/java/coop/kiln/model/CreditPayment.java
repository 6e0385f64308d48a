package coop.kiln.model;

import java.util.Objects;

/** Paid from what the cooperative owes a member. */
public record CreditPayment(FiringNumber firing, Money paid) implements Payment {

  public CreditPayment {
    Objects.requireNonNull(firing, "firing");
    Objects.requireNonNull(paid, "paid");
  }
}
