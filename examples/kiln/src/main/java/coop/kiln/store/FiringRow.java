package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;

/** A line of the firing book. */
@Entity
@Table(name = "firings")
public class FiringRow extends AuditedRow {

  @Column(nullable = false, unique = true, length = 10)
  private String number;

  @Column(nullable = false, length = 8)
  private String kilnCode;

  @Column(nullable = false, length = 10)
  private String operatorNumber;

  @Column(nullable = false)
  private int peakCelsius;

  @Column(nullable = false, length = 12)
  private String status;

  @Column private Instant startedAt;

  @Column private Instant endedAt;

  protected FiringRow() {}

  public String getNumber() {
    return number;
  }

  void setNumber(String number) {
    this.number = number;
  }

  public String getKilnCode() {
    return kilnCode;
  }

  void setKilnCode(String kilnCode) {
    this.kilnCode = kilnCode;
  }

  public String getOperatorNumber() {
    return operatorNumber;
  }

  void setOperatorNumber(String operatorNumber) {
    this.operatorNumber = operatorNumber;
  }

  public int getPeakCelsius() {
    return peakCelsius;
  }

  void setPeakCelsius(int peakCelsius) {
    this.peakCelsius = peakCelsius;
  }

  public String getStatus() {
    return status;
  }

  void setStatus(String status) {
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
}
