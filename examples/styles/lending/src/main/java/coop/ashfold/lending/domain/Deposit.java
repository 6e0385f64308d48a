package coop.ashfold.lending.domain;

import java.math.BigDecimal;
import java.math.RoundingMode;

public record Deposit(BigDecimal amount, String currency) {
  public static final Deposit NONE = new Deposit(BigDecimal.ZERO, "EUR");

  public Deposit {
    if (!currency.matches("[A-Z]{3}")) {
      throw new IllegalArgumentException("not a currency: " + currency);
    }
    amount = amount.setScale(2, RoundingMode.UNNECESSARY);
  }
}
