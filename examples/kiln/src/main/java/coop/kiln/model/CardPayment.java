package coop.kiln.model;

import java.util.Objects;

/**
 * Paid by card.
 *
 * @param receipt what the card's terminal printed
 */
public record CardPayment(FiringNumber firing, Money paid, String receipt) implements Payment {

  public CardPayment {
    Objects.requireNonNull(firing, "firing");
    Objects.requireNonNull(paid, "paid");
    if (receipt.isBlank() || receipt.length() > 20) {
      throw new IllegalArgumentException("a receipt has 1 to 20 characters");
    }
  }
}
