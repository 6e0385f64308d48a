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

/** Names what was done to a value. */
final class Difference {

  private static final List<ChronoUnit> RESOLUTIONS =
      List.of(ChronoUnit.MICROS, ChronoUnit.MILLIS, ChronoUnit.SECONDS, ChronoUnit.MINUTES);

  private Difference() {}

  /** What made one value of another that is not the same. */
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

  private static Kind number(BigDecimal before, BigDecimal after) {
    if (before.setScale(after.scale(), RoundingMode.DOWN).compareTo(after) == 0) {
      return Kind.TRUNCATED;
    }
    boolean near = before.subtract(after).abs().compareTo(after.ulp()) <= 0;
    return near ? Kind.ROUNDED : Kind.CHANGED;
  }

  private static Kind time(Instant before, Instant after) {
    for (ChronoUnit unit : RESOLUTIONS) {
      Duration resolution = unit.getDuration();
      if (before.truncatedTo(unit).equals(after)) {
        return Kind.TRUNCATED;
      }
      if (after.truncatedTo(unit).equals(after)
          && Duration.between(before, after).abs().compareTo(resolution) <= 0) {
        return Kind.ROUNDED;
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
