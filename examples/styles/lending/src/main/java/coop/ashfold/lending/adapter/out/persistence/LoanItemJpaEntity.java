package coop.ashfold.lending.adapter.out.persistence;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Table;
import java.math.BigDecimal;

@Entity
@Table(name = "loan_item")
class LoanItemJpaEntity {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @ManyToOne(optional = false)
  private LoanJpaEntity loan;

  @Column(nullable = false, length = 20)
  private String toolCode;

  private int quantity;

  @Column(nullable = false, precision = 10, scale = 2)
  private BigDecimal depositAmount;

  @Column(nullable = false, length = 3)
  private String depositCurrency;

  protected LoanItemJpaEntity() {}

  LoanItemJpaEntity(
      String toolCode, int quantity, BigDecimal depositAmount, String depositCurrency) {
    this.toolCode = toolCode;
    this.quantity = quantity;
    this.depositAmount = depositAmount;
    this.depositCurrency = depositCurrency;
  }

  void setLoan(LoanJpaEntity loan) {
    this.loan = loan;
  }

  String getToolCode() {
    return toolCode;
  }

  int getQuantity() {
    return quantity;
  }

  BigDecimal getDepositAmount() {
    return depositAmount;
  }

  String getDepositCurrency() {
    return depositCurrency;
  }
}
