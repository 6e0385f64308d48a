package coop.kiln.store;

import jakarta.persistence.CascadeType;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.OneToMany;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/** A line of the firing book. */
@Entity
@Table(name = "firings")
public class FiringRow extends AuditedRow {

  @Column(nullable = false, unique = true, length = 10)
  private String number;

  @ManyToOne(optional = false)
  private KilnRow kiln;

  @ManyToOne(optional = false)
  private MemberRow operator;

  @OneToMany(mappedBy = "firing", cascade = CascadeType.ALL, orphanRemoval = true)
  @OrderColumn(name = "place")
  private List<SegmentRow> schedule = new ArrayList<>();

  @Column(nullable = false)
  private short status;

  @Column private Instant startedAt;

  @Column private Instant endedAt;

  @Column(precision = 10, scale = 2)
  private BigDecimal chargeAmount;

  @Column(length = 3)
  private String chargeCurrency;

  @Column(length = 200)
  private String remarks;

  protected FiringRow() {}

  public String getNumber() {
    return number;
  }

  void setNumber(String number) {
    this.number = number;
  }

  public KilnRow getKiln() {
    return kiln;
  }

  void setKiln(KilnRow kiln) {
    this.kiln = kiln;
  }

  public MemberRow getOperator() {
    return operator;
  }

  void setOperator(MemberRow operator) {
    this.operator = operator;
  }

  public List<SegmentRow> getSchedule() {
    return schedule;
  }

  public short getStatus() {
    return status;
  }

  void setStatus(short status) {
    this.status = status;
  }

  public Instant getStartedAt() {
    return startedAt;
  }

  void setStartedAt(Instant startedAt) {
    this.startedAt = startedAt;
  }

  public Instant getEndedAt() {
    return endedAt;
  }

  void setEndedAt(Instant endedAt) {
    this.endedAt = endedAt;
  }

  public BigDecimal getChargeAmount() {
    return chargeAmount;
  }

  void setChargeAmount(BigDecimal chargeAmount) {
    this.chargeAmount = chargeAmount;
  }

  public String getChargeCurrency() {
    return chargeCurrency;
  }

  void setChargeCurrency(String chargeCurrency) {
    this.chargeCurrency = chargeCurrency;
  }

  public String getRemarks() {
    return remarks;
  }

  void setRemarks(String remarks) {
    this.remarks = remarks;
  }
}
