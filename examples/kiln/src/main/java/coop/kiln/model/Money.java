package coop.kiln.model;

import java.math.BigDecimal;
import java.util.Currency;
import java.util.Objects;

/** An amount of money, with no more digits than its currency has. */
public record Money(BigDecimal amount, Currency currency) {

  public Money {
    Objects.requireNonNull(amount, "amount");
    Objects.requireNonNull(currency, "currency");
    if (amount.signum() < 0 || amount.precision() - amount.scale() > 6) {
      throw new IllegalArgumentException("a charge lies between 0 and 999999, not " + amount);
    }
    if (amount.stripTrailingZeros().scale() > currency.getDefaultFractionDigits()) {
      throw new IllegalArgumentException(currency + " knows no such amount as " + amount);
    }
  }
}
