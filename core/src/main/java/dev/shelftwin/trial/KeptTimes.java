package dev.shelftwin.trial;

import dev.shelftwin.shape.KeptTime;
import dev.shelftwin.shape.Limits;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Calendar;
import java.util.Date;
import java.util.GregorianCalendar;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Dates and calendars of which a column keeps the day or the time of day only. */
@SuppressWarnings("JavaUtilDate") // these are the types that it is about
public final class KeptTimes {

  private KeptTimes() {}

  /** An instant as far as the limits keep it, in the default time zone. */
  static Instant kept(Instant instant, Limits limits) {
    return limits.keptTime().map(kept -> kept(instant, kept)).orElse(instant);
  }

  private static Instant kept(Instant instant, KeptTime kept) {
    ZoneId zone = ZoneId.systemDefault();
    return switch (kept) {
      case DAY -> LocalDate.ofInstant(instant, ZoneOffset.UTC).atStartOfDay(zone).toInstant();
      case TIME_OF_DAY ->
          LocalTime.ofInstant(instant, ZoneOffset.UTC)
              .truncatedTo(ChronoUnit.SECONDS)
              .atDate(LocalDate.EPOCH)
              .atZone(zone)
              .toInstant();
    };
  }

  /** The day of a date or calendar that is a midnight in the default time zone; else empty. */
  public static Optional<LocalDate> day(@Nullable Object value) {
    Optional<Long> millis =
        value instanceof Date date
            ? Optional.of(date.getTime())
            : value instanceof Calendar calendar
                ? Optional.of(calendar.getTimeInMillis())
                : Optional.empty();
    return millis
        .map(instant -> Instant.ofEpochMilli(instant).atZone(ZoneId.systemDefault()))
        .filter(time -> time.equals(time.toLocalDate().atStartOfDay(time.getZone())))
        .map(ZonedDateTime::toLocalDate);
  }

  /** The midnight of a day in the default time zone, as a date or calendar. */
  public static Object midnight(LocalDate day, Class<?> type) {
    ZonedDateTime midnight = day.atStartOfDay(ZoneId.systemDefault());
    if (Calendar.class.isAssignableFrom(type)) {
      return GregorianCalendar.from(midnight);
    }
    return type.equals(java.sql.Date.class)
        ? java.sql.Date.valueOf(day)
        : Date.from(midnight.toInstant());
  }
}
