package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.math.BigDecimal;

/** A payment by card. */
@Entity
@Table(name = "card_payments")
public class CardPaymentRow extends PaymentRow {

  @Column(nullable = false, precision = 10, scale = 2)
  private BigDecimal amount;

  @Column(nullable = false, length = 3)
  private String currency;

  @Column(nullable = false, length = 20)
  private String receipt;

  protected CardPaymentRow() {}

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

  public String getReceipt() {
    return receipt;
  }

  void setReceipt(String receipt) {
    this.receipt = receipt;
  }
}
