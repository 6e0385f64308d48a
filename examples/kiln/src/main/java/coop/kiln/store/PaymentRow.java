package coop.kiln.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Inheritance;
import jakarta.persistence.InheritanceType;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Table;

/** A line of the cash book; each way of paying adds columns of its own. */
@Entity
@Table(name = "payments")
@Inheritance(strategy = InheritanceType.JOINED)
public abstract class PaymentRow extends AuditedRow {

  @ManyToOne(optional = false)
  private FiringRow firing;

  protected PaymentRow() {}

  public FiringRow getFiring() {
    return firing;
  }

  void setFiring(FiringRow firing) {
    this.firing = firing;
  }
}
