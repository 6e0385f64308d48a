package coop.kiln.api;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.math.BigDecimal;
import java.time.Duration;

/** A payment; its {@code way} tells which one. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "way")
@JsonSubTypes({
  @JsonSubTypes.Type(value = PaymentView.ByCard.class, name = "card"),
  @JsonSubTypes.Type(value = PaymentView.FromCredit.class, name = "credit"),
  @JsonSubTypes.Type(value = PaymentView.InWork.class, name = "work")
})
public sealed interface PaymentView {

  /** Paid by card. */
  record ByCard(String firing, MoneyView paid, String receipt) implements PaymentView {}

  /** Paid from credit: the amount and the currency's ISO 4217 code. */
  record FromCredit(String firing, BigDecimal amount, String currency) implements PaymentView {}

  /** Paid with work. */
  record InWork(String firing, Duration worked) implements PaymentView {}
}
