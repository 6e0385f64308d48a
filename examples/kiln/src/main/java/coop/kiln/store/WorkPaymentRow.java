package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;

/** A payment in hours at the kilns. */
@Entity
@Table(name = "work_payments")
public class WorkPaymentRow extends PaymentRow {

  @Column(nullable = false)
  private int workedMinutes;

  protected WorkPaymentRow() {}

  public int getWorkedMinutes() {
    return workedMinutes;
  }

  void setWorkedMinutes(int workedMinutes) {
    this.workedMinutes = workedMinutes;
  }
}
