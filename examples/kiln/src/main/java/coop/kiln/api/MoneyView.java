package coop.kiln.api;

import java.math.BigDecimal;

/** An amount and the currency's ISO 4217 code. */
public record MoneyView(BigDecimal amount, String currency) {}
