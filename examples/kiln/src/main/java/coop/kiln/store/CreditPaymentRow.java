package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.math.BigDecimal;

/** A payment from a member's credit. */
@Entity
@Table(name = "credit_payments")
public class CreditPaymentRow extends PaymentRow {

  @Column(nullable = false, precision = 10, scale = 2)
  private BigDecimal amount;

  @Column(nullable = false, length = 3)
  private String currency;

  protected CreditPaymentRow() {}

  public BigDecimal getAmount() {
    return amount;
  }

  void setAmount(BigDecimal amount) {
    this.amount = amount;
  }

  public String getCurrency() {
    return currency;
  }

  void setCurrency(String currency) {
    this.currency = currency;
  }
}
