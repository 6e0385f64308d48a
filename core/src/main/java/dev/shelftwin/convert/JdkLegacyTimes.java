package dev.shelftwin.convert;

import static dev.shelftwin.convert.Loss.TIME_RESOLUTION;

import java.sql.Time;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;

/** Conversions between java.time and the older date types. */
final class JdkLegacyTimes {

  private JdkLegacyTimes() {}

  static void addTo(JdkTable table) {
    table.add(
        Instant.class,
        java.util.Date.class,
        "$2T.from($1L)",
        java.util.Date.class,
        value -> java.util.Date.from((Instant) value),
        true,
        TIME_RESOLUTION);
    table.own(java.util.Date.class, Instant.class, "toInstant", java.util.Date::toInstant);
    table.add(
        Instant.class,
        Timestamp.class,
        "$2T.from($1L)",
        Timestamp.class,
        value -> Timestamp.from((Instant) value),
        true);
    table.own(Timestamp.class, Instant.class, "toInstant", Timestamp::toInstant);
    table.add(
        LocalDateTime.class,
        Timestamp.class,
        "$2T.valueOf($1L)",
        Timestamp.class,
        value -> Timestamp.valueOf((LocalDateTime) value),
        false);
    table.own(Timestamp.class, LocalDateTime.class, "toLocalDateTime", Timestamp::toLocalDateTime);
    table.add(
        LocalDate.class,
        java.sql.Date.class,
        "$2T.valueOf($1L)",
        java.sql.Date.class,
        value -> java.sql.Date.valueOf((LocalDate) value),
        false);
    table.own(java.sql.Date.class, LocalDate.class, "toLocalDate", java.sql.Date::toLocalDate);
    table.add(
        LocalTime.class,
        Time.class,
        "$2T.valueOf($1L)",
        Time.class,
        value -> Time.valueOf((LocalTime) value),
        false,
        TIME_RESOLUTION);
    table.own(Time.class, LocalTime.class, "toLocalTime", Time::toLocalTime);
  }
}
