package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Table;

/** One line of the check list: filled in before a firing, and once more after it. */
@Entity
@Table(name = "kiln_checks")
public class KilnCheckRow extends AuditedRow {

  @ManyToOne(optional = false)
  private FiringRow firing;

  @ManyToOne private MemberRow loadedBy;

  @Column private Boolean ventClear;

  @Column private Integer cracked;

  @Column private Boolean swept;

  protected KilnCheckRow() {}

  public FiringRow getFiring() {
    return firing;
  }

  void setFiring(FiringRow firing) {
    this.firing = firing;
  }

  public MemberRow getLoadedBy() {
    return loadedBy;
  }

  void setLoadedBy(MemberRow loadedBy) {
    this.loadedBy = loadedBy;
  }

  public Boolean getVentClear() {
    return ventClear;
  }

  void setVentClear(Boolean ventClear) {
    this.ventClear = ventClear;
  }

  public Integer getCracked() {
    return cracked;
  }

  void setCracked(Integer cracked) {
    this.cracked = cracked;
  }

  public Boolean getSwept() {
    return swept;
  }

  void setSwept(Boolean swept) {
    this.swept = swept;
  }
}
