package coop.kiln.model;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Objects;
import java.util.Optional;

/** One firing of one kiln, from the booking until the door is opened again. */
public final class Firing {

  private final FiringNumber number;
  private final KilnCode kiln;
  private final MemberNumber operator;
  private final int peak;
  private FiringStatus status;
  private Instant started;
  private Instant ended;

  private Firing(
      FiringNumber number,
      KilnCode kiln,
      MemberNumber operator,
      int peak,
      FiringStatus status,
      Instant started,
      Instant ended) {
    this.number = Objects.requireNonNull(number, "number");
    this.kiln = Objects.requireNonNull(kiln, "kiln");
    this.operator = Objects.requireNonNull(operator, "operator");
    this.peak = reachable(peak);
    this.status = Objects.requireNonNull(status, "status");
    this.started = exact(started);
    this.ended = exact(ended);
    if (started != null && ended != null && ended.isBefore(started)) {
      throw new IllegalArgumentException("a firing cannot end before it started");
    }
  }

  /** A member reserves a kiln; nothing burns yet. */
  public static Firing book(FiringNumber number, KilnCode kiln, MemberNumber operator, int peak) {
    return new Firing(number, kiln, operator, peak, FiringStatus.PLANNED, null, null);
  }

  /** A firing as the books have it. */
  public static Firing restore(
      FiringNumber number,
      KilnCode kiln,
      MemberNumber operator,
      int peak,
      FiringStatus status,
      Optional<Instant> started,
      Optional<Instant> ended) {
    return new Firing(
        number, kiln, operator, peak, status, started.orElse(null), ended.orElse(null));
  }

  /** The kiln is lit. */
  public void light(Instant at) {
    if (status != FiringStatus.PLANNED) {
      throw new IllegalStateException("only a planned firing can be lit");
    }
    started = exact(at);
    status = FiringStatus.FIRING;
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

  /** The highest temperature of the schedule, in degrees Celsius. */
  public int peak() {
    return peak;
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

  /** From lighting to opening; empty while either is still to come. */
  public Optional<Duration> duration() {
    return started == null || ended == null
        ? Optional.empty()
        : Optional.of(Duration.between(started, ended));
  }

  private static int reachable(int celsius) {
    if (celsius < 1 || celsius > 1400) {
      throw new IllegalArgumentException("a peak lies between 1 and 1400 °C, not " + celsius);
    }
    return celsius;
  }

  /** The books keep microseconds, so nothing finer may be promised. */
  private static Instant exact(Instant at) {
    return at == null ? null : at.truncatedTo(ChronoUnit.MICROS);
  }
}
