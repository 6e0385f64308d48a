package dev.shelftwin.trial;

import dev.shelftwin.trial.Divergence.Kind;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The kinds of differences between the value that was sent and the one that arrived. */
final class DifferenceKind {

  private static final List<ChronoUnit> RESOLUTIONS =
      List.of(ChronoUnit.MICROS, ChronoUnit.MILLIS, ChronoUnit.SECONDS, ChronoUnit.MINUTES);

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
        return Kind.ROUNDED;
      }
      if (cut.equals(after)) {
        return Kind.TRUNCATED;
      }
    }
    return Kind.CHANGED;
  }

  private static Optional<Instant> instant(Object value) {
    if (value instanceof Instant instant) {
      return Optional.of(instant);
    }
    if (value instanceof LocalDateTime local) {
      return Optional.of(local.toInstant(ZoneOffset.UTC));
    }
    if (value instanceof OffsetDateTime offset) {
      return Optional.of(offset.toInstant());
    }
    return value instanceof ZonedDateTime zoned ? Optional.of(zoned.toInstant()) : Optional.empty();
  }
}
