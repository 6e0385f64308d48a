package coop.kiln.model;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/** One firing of one kiln, from the booking until the door is opened again. */
public final class Firing {

  private final FiringNumber number;
  private final KilnCode kiln;
  private final MemberNumber operator;
  private final List<Segment> schedule;
  private FiringStatus status;
  private Instant started;
  private Instant ended;
  private Money charge;
  private String remarks;

  private Firing(
      FiringNumber number,
      KilnCode kiln,
      MemberNumber operator,
      List<Segment> schedule,
      FiringStatus status,
      Instant started,
      Instant ended,
      Money charge,
      String remarks) {
    this.number = Objects.requireNonNull(number, "number");
    this.kiln = Objects.requireNonNull(kiln, "kiln");
    this.operator = Objects.requireNonNull(operator, "operator");
    this.schedule = List.copyOf(schedule);
    this.status = Objects.requireNonNull(status, "status");
    this.started = exact(started);
    this.ended = exact(ended);
    this.charge = charge;
    this.remarks = remarks;
    if (remarks != null && remarks.length() > 200) {
      throw new IllegalArgumentException("remarks have at most 200 characters");
    }
    if (started != null && ended != null && ended.isBefore(started)) {
      throw new IllegalArgumentException("a firing cannot end before it started");
    }
  }

  /** A member reserves a kiln; nothing burns yet. */
  public static Firing book(
      FiringNumber number, KilnCode kiln, MemberNumber operator, List<Segment> schedule) {
    if (schedule.isEmpty()) {
      throw new IllegalArgumentException("a firing has a schedule");
    }
    return new Firing(
        number, kiln, operator, schedule, FiringStatus.PLANNED, null, null, null, null);
  }

  /** A firing as the books have it. */
  public static Firing restore(
      FiringNumber number,
      KilnCode kiln,
      MemberNumber operator,
      List<Segment> schedule,
      FiringStatus status,
      Optional<Instant> started,
      Optional<Instant> ended,
      Optional<Money> charge,
      Optional<String> remarks) {
    return new Firing(
        number,
        kiln,
        operator,
        schedule,
        status,
        started.orElse(null),
        ended.orElse(null),
        charge.orElse(null),
        remarks.orElse(null));
  }

  /** The kiln is lit. */
  public void light(Instant at) {
    if (status != FiringStatus.PLANNED) {
      throw new IllegalStateException("only a planned firing can be lit");
    }
    started = exact(at);
    status = FiringStatus.FIRING;
  }

  /** What it costs is reckoned. */
  public void reckon(Money owed) {
    charge = Objects.requireNonNull(owed, "owed");
  }

  /** The door is opened. */
  public void open(Instant at) {
    if (started == null || at.isBefore(started)) {
      throw new IllegalStateException("only a kiln that was lit can be opened");
    }
    ended = exact(at);
    status = FiringStatus.DONE;
  }

  public FiringNumber number() {
    return number;
  }

  public KilnCode kiln() {
    return kiln;
  }

  /** The number of the member who answers for the firing. */
  public MemberNumber operator() {
    return operator;
  }

  public List<Segment> schedule() {
    return schedule;
  }

  /** The highest temperature of the schedule, in degrees Celsius; 0 without one. */
  public int peak() {
    return schedule.stream().mapToInt(Segment::target).max().orElse(0);
  }

  public FiringStatus status() {
    return status;
  }

  public Optional<Instant> started() {
    return Optional.ofNullable(started);
  }

  public Optional<Instant> ended() {
    return Optional.ofNullable(ended);
  }

  /** What the operator owes; empty until it is reckoned. */
  public Optional<Money> charge() {
    return Optional.ofNullable(charge);
  }

  /** For members only. */
  public Optional<String> remarks() {
    return Optional.ofNullable(remarks);
  }

  /** From lighting to opening; empty while either is still to come. */
  public Optional<Duration> duration() {
    return started == null || ended == null
        ? Optional.empty()
        : Optional.of(Duration.between(started, ended));
  }

  /** The books keep microseconds, so nothing finer may be promised. */
  private static Instant exact(Instant at) {
    return at == null ? null : at.truncatedTo(ChronoUnit.MICROS);
  }
}
