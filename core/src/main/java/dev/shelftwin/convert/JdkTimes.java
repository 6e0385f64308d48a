package dev.shelftwin.convert;

import static dev.shelftwin.convert.Loss.PART;
import static dev.shelftwin.convert.Loss.ZONE;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.MonthDay;
import java.time.OffsetDateTime;
import java.time.OffsetTime;
import java.time.Period;
import java.time.Year;
import java.time.YearMonth;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;

/** Conversions between the types of java.time, and to and from texts. */
final class JdkTimes {

  private JdkTimes() {}

  static void addTo(JdkTable table) {
    addTexts(table);
    addMoments(table);
    addDates(table);
  }

  private static void addTexts(JdkTable table) {
    table.asText(Instant.class, "parse", Instant::parse);
    table.asText(LocalDate.class, "parse", LocalDate::parse);
    table.asText(LocalTime.class, "parse", LocalTime::parse);
    table.asText(LocalDateTime.class, "parse", LocalDateTime::parse);
    table.asText(OffsetTime.class, "parse", OffsetTime::parse);
    table.asText(OffsetDateTime.class, "parse", OffsetDateTime::parse);
    table.asText(ZonedDateTime.class, "parse", ZonedDateTime::parse);
    table.asText(Year.class, "parse", Year::parse);
    table.asText(YearMonth.class, "parse", YearMonth::parse);
    table.asText(MonthDay.class, "parse", MonthDay::parse);
    table.asText(Duration.class, "parse", Duration::parse);
    table.asText(Period.class, "parse", Period::parse);
    table.own(ZoneId.class, String.class, "getId", ZoneId::getId);
    table.parsed(ZoneId.class, "of", ZoneId::of);
    table.own(ZoneOffset.class, String.class, "getId", ZoneOffset::getId);
    table.parsed(ZoneOffset.class, "of", ZoneOffset::of);
  }

  private static void addMoments(JdkTable table) {
    table.add(
        Instant.class,
        OffsetDateTime.class,
        "$1L.atOffset($2T.UTC)",
        ZoneOffset.class,
        value -> ((Instant) value).atOffset(ZoneOffset.UTC),
        false);
    table.own(OffsetDateTime.class, Instant.class, "toInstant", OffsetDateTime::toInstant, ZONE);
    table.add(
        Instant.class,
        ZonedDateTime.class,
        "$1L.atZone($2T.UTC)",
        ZoneOffset.class,
        value -> ((Instant) value).atZone(ZoneOffset.UTC),
        false);
    table.own(ZonedDateTime.class, Instant.class, "toInstant", ZonedDateTime::toInstant, ZONE);
    table.own(
        OffsetDateTime.class,
        ZonedDateTime.class,
        "toZonedDateTime",
        OffsetDateTime::toZonedDateTime);
    table.own(
        ZonedDateTime.class,
        OffsetDateTime.class,
        "toOffsetDateTime",
        ZonedDateTime::toOffsetDateTime,
        ZONE);
  }

  private static void addDates(JdkTable table) {
    table.own(LocalDate.class, LocalDateTime.class, "atStartOfDay", LocalDate::atStartOfDay);
    table.own(
        LocalDateTime.class, LocalDate.class, "toLocalDate", LocalDateTime::toLocalDate, PART);
    table.own(
        LocalDateTime.class, LocalTime.class, "toLocalTime", LocalDateTime::toLocalTime, PART);
    table.add(
        YearMonth.class,
        LocalDate.class,
        "$1L.atDay(1)",
        null,
        value -> ((YearMonth) value).atDay(1),
        false);
    table.add(
        LocalDate.class,
        YearMonth.class,
        "$2T.from($1L)",
        YearMonth.class,
        value -> YearMonth.from((LocalDate) value),
        false,
        PART);
    table.own(Year.class, Integer.class, "getValue", Year::getValue);
    table.add(
        Integer.class,
        Year.class,
        "$2T.of($1L)",
        Year.class,
        value -> Year.of((Integer) value),
        true);
  }
}
