package dev.shelftwin.trial;

import dev.shelftwin.trial.Divergence.Kind;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Date;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The kinds of differences between the value that was sent and the one that arrived. */
final class DifferenceKind {

  private static final List<ChronoUnit> RESOLUTIONS =
      List.of(ChronoUnit.MICROS, ChronoUnit.MILLIS, ChronoUnit.SECONDS, ChronoUnit.MINUTES);

  private static final Duration HALF_A_SECOND = Duration.ofMillis(500);
  private static final Duration QUARTER_OF_AN_HOUR = Duration.ofMinutes(15);

  /** From UTC-12 to UTC+14. */
  private static final Duration MOST_APART = Duration.ofHours(26);

  private DifferenceKind() {}

  /** The kind of a difference between two values. */
  static Kind between(@Nullable Object sent, @Nullable Object arrived) {
    if (arrived == null) {
      return Kind.MISSING;
    }
    if (sent == null) {
      return Kind.APPEARED;
    }
    if (sent instanceof String before && arrived instanceof String after) {
      return text(before, after);
    }
    if (sent instanceof BigDecimal before && arrived instanceof BigDecimal after) {
      return number(before, after);
    }
    Optional<Instant> before = instant(sent);
    Optional<Instant> after = instant(arrived);
    return before.isPresent() && after.isPresent() ? time(before.get(), after.get()) : Kind.CHANGED;
  }

  /** Whether two values are one instant, perhaps in different zones. */
  static boolean isSameInstant(@Nullable Object sent, @Nullable Object arrived) {
    return sent != null
        && arrived != null
        && instant(sent).isPresent()
        && instant(sent).equals(instant(arrived));
  }

  private static Kind text(String before, String after) {
    if (before.startsWith(after)) {
      return Kind.TRUNCATED;
    }
    return after.startsWith(before) && after.substring(before.length()).isBlank()
        ? Kind.PADDED
        : Kind.CHANGED;
  }

  /**
   * If rounding and truncating give the same value, it counts as rounded until another sample
   * differs.
   */
  private static Kind number(BigDecimal before, BigDecimal after) {
    if (before.setScale(after.scale(), RoundingMode.HALF_UP).compareTo(after) == 0) {
      return Kind.ROUNDED;
    }
    boolean cut = before.setScale(after.scale(), RoundingMode.DOWN).compareTo(after) == 0;
    return cut ? Kind.TRUNCATED : Kind.CHANGED;
  }

  private static Kind time(Instant before, Instant after) {
    for (ChronoUnit unit : RESOLUTIONS) {
      Instant cut = before.truncatedTo(unit);
      Duration half = unit.getDuration().dividedBy(2);
      if (before.plus(half).truncatedTo(unit).equals(after)) {
        return before.equals(after) ? Kind.SHIFTED : Kind.ROUNDED;
      }
      if (cut.equals(after)) {
        return Kind.TRUNCATED;
      }
    }
    return isShifted(before, after) ? Kind.SHIFTED : Kind.CHANGED;
  }

  /** Whether two times, seen to the second, are as far apart as two zones can be. */
  private static boolean isShifted(Instant before, Instant after) {
    Duration apart = Duration.between(before, after).abs().plus(HALF_A_SECOND);
    long seconds = apart.toSeconds();
    return seconds > 0
        && seconds <= MOST_APART.toSeconds()
        && seconds % QUARTER_OF_AN_HOUR.toSeconds() == 0;
  }

  @SuppressWarnings("JavaUtilDate") // users have it
  private static Optional<Instant> instant(Object value) {
    if (value instanceof Instant instant) {
      return Optional.of(instant);
    }
    if (value instanceof LocalDateTime local) {
      return Optional.of(local.toInstant(ZoneOffset.UTC));
    }
    if (value instanceof LocalDate date) {
      return Optional.of(date.atStartOfDay(ZoneOffset.UTC).toInstant());
    }
    if (value instanceof LocalTime time) {
      return Optional.of(LocalDate.EPOCH.atTime(time).toInstant(ZoneOffset.UTC));
    }
    if (value instanceof OffsetDateTime offset) {
      return Optional.of(offset.toInstant());
    }
    if (value instanceof ZonedDateTime zoned) {
      return Optional.of(zoned.toInstant());
    }
    return value instanceof Date date
        ? Optional.of(Instant.ofEpochMilli(date.getTime()))
        : Optional.empty();
  }
}
