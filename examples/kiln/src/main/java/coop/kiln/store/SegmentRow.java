package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Table;
import java.time.Duration;

/** One stretch of a schedule; a part of its firing. */
@Entity
@Table(name = "segments")
public class SegmentRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @ManyToOne(optional = false)
  @JoinColumn(name = "firing_id", nullable = false)
  private FiringRow firing;

  @Column(nullable = false)
  private int rate;

  @Column(nullable = false)
  private int target;

  @Column(nullable = false)
  private Duration hold;

  protected SegmentRow() {}

  public Long getId() {
    return id;
  }

  public FiringRow getFiring() {
    return firing;
  }

  void setFiring(FiringRow firing) {
    this.firing = firing;
  }

  public int getRate() {
    return rate;
  }

  void setRate(int rate) {
    this.rate = rate;
  }

  public int getTarget() {
    return target;
  }

  void setTarget(int target) {
    this.target = target;
  }

  public Duration getHold() {
    return hold;
  }

  void setHold(Duration hold) {
    this.hold = hold;
  }
}
