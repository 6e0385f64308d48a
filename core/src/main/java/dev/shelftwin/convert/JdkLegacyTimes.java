package dev.shelftwin.convert;

import static dev.shelftwin.convert.Loss.TIME_RESOLUTION;
import static dev.shelftwin.convert.Loss.ZONE;

import java.sql.Time;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.Calendar;
import java.util.GregorianCalendar;
import java.util.List;

/** Conversions between java.time and the older date types. */
@SuppressWarnings("JavaUtilDate") // these are the types that it converts
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
    // Date.toInstant throws for the dates and times of a day that JDBC drivers create.
    table.add(
        java.util.Date.class,
        Instant.class,
        "$2T.ofEpochMilli($1L.getTime())",
        Instant.class,
        value -> Instant.ofEpochMilli(((java.util.Date) value).getTime()),
        false);
    addCalendars(table);
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

  private static void addCalendars(JdkTable table) {
    table.own(Calendar.class, Instant.class, "toInstant", Calendar::toInstant, ZONE);
    table.own(Calendar.class, java.util.Date.class, "getTime", Calendar::getTime, ZONE);
    table.addNaming(
        Instant.class,
        Calendar.class,
        "$2T.from($1L.atZone($3T.UTC))",
        List.of(GregorianCalendar.class, ZoneOffset.class),
        value -> calendar((Instant) value),
        true,
        TIME_RESOLUTION);
    table.addNaming(
        java.util.Date.class,
        Calendar.class,
        "$2T.from($4T.ofEpochMilli($1L.getTime()).atZone($3T.UTC))",
        List.of(GregorianCalendar.class, ZoneOffset.class, Instant.class),
        value -> calendar(Instant.ofEpochMilli(((java.util.Date) value).getTime())),
        false);
  }

  private static Calendar calendar(Instant instant) {
    return GregorianCalendar.from(instant.atZone(ZoneOffset.UTC));
  }
}
