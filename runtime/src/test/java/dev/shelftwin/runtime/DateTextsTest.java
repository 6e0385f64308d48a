package dev.shelftwin.runtime;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.params.provider.Arguments.of;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.YearMonth;
import java.time.temporal.TemporalAccessor;
import java.time.temporal.TemporalQuery;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Dates and times as texts of a pattern. */
class DateTextsTest {

  static Stream<Arguments> texts() {
    return Stream.of(
        of(LocalDate.of(2026, 3, 1), "dd.MM.yyyy", "01.03.2026", query(LocalDate::from)),
        of(LocalDate.of(-44, 3, 15), "d.M.yyyy", "15.3.-0044", query(LocalDate::from)),
        of(LocalDate.of(2026, 3, 1), "d MMMM y G", "1 March 2026 AD", query(LocalDate::from)),
        of(LocalTime.of(8, 5), "HH'y'mm", "08y05", query(LocalTime::from)),
        of(LocalTime.of(20, 5), "h:mm a", "8:05 PM", query(LocalTime::from)),
        of(YearMonth.of(2026, 3), "MM/yy", "03/26", query(YearMonth::from)),
        of(
            LocalDateTime.parse("2026-03-01T08:05:09.120"),
            "yyyyMMddHHmmssSSS",
            "20260301080509120",
            query(LocalDateTime::from)),
        of(
            Instant.parse("2026-03-01T08:05:00Z"),
            "dd.MM.yyyy HH:mm",
            "01.03.2026 08:05",
            query(Instant::from)),
        of(
            OffsetDateTime.parse("2026-03-01T08:05+05:45"),
            "yyyy-MM-dd HH:mmxxx",
            "2026-03-01 08:05+05:45",
            query(OffsetDateTime::from)));
  }

  private static TemporalQuery<?> query(TemporalQuery<?> type) {
    return type;
  }

  @ParameterizedTest
  @MethodSource("texts")
  void areWrittenAndReadBack(
      TemporalAccessor value, String pattern, String text, TemporalQuery<?> type) {
    assertThat(DateTexts.write(value, pattern)).isEqualTo(text);
    assertThat(DateTexts.<Object>read(text, pattern, type::queryFrom)).isEqualTo(value);
  }

  @ParameterizedTest
  @CsvSource({
    "29.02.2026, dd.MM.yyyy",
    "31.04.2026, dd.MM.yyyy",
    "1.4.2026, dd.MM.yyyy",
    "'01.04.2026 ', dd.MM.yyyy",
    "'01.04.2026 12:00', dd.MM.yyyy",
    "04.2026, MM.yyyy",
    "'', dd.MM.yyyy"
  })
  void otherTextsAreRejected(String text, String pattern) {
    assertThatThrownBy(() -> DateTexts.read(text, pattern, LocalDate::from))
        .isInstanceOf(RejectedValue.class)
        .hasMessage("'" + text + "' is no date or time of the format " + pattern);
  }

  @Test
  void aPatternMustFitTheValue() {
    assertThatThrownBy(() -> DateTexts.write(LocalDate.of(2026, 3, 1), "HH:mm"))
        .isInstanceOf(DateTimeException.class);
  }
}
