package dev.shelftwin.trial;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DifferenceKindTest {

  @ParameterizedTest
  @CsvSource({
    "offset,  2026-03-01T10:15:30+05:45,      2026-03-01T04:30:30Z,           shifted",
    "offset,  2026-03-01T10:15:30+05:45,      2026-03-01T10:15:30Z,           shifted",
    "instant, 2026-03-01T10:15:30Z,           2026-03-01T12:15:30Z,           shifted",
    "instant, 2026-03-01T10:15:30.9999996Z,   2026-03-01T02:15:31Z,           shifted",
    "instant, 2026-03-01T10:15:30Z,           2026-03-01T10:20:30Z,           changed",
    "instant, 2026-03-01T10:15:30Z,           2026-04-01T10:15:30Z,           changed",
    "instant, 2026-03-01T10:15:30.123456789Z, 2026-03-01T10:15:30.123457Z,    rounded",
    "instant, 2026-03-01T10:15:30.123456789Z, 2026-03-01T10:15:30.123456Z,    truncated",
    "time,    10:15:30.123456789,             10:15:30,                       rounded",
    "time,    10:15:30.9,                     10:15:30,                       truncated",
    "date,    2026-03-01,                     2026-02-28,                     shifted",
    "date,    2026-03-01,                     2026-03-04,                     changed",
    "number,  12.345,                         12.35,                          rounded",
    "number,  12.349,                         12.34,                          truncated",
    "text,    matt,                           mat,                            truncated",
    "text,    matt,                           'matt  ',                       padded",
    "text,    matt,                           gloss,                          changed"
  })
  void theKindOfADifferenceIsNamed(String type, String sent, String arrived, String kind) {
    assertThat(DifferenceKind.between(value(type, sent), value(type, arrived)).key())
        .isEqualTo(kind);
  }

  private static Object value(String type, String text) {
    return switch (type) {
      case "offset" -> OffsetDateTime.parse(text);
      case "instant" -> Instant.parse(text);
      case "time" -> LocalTime.parse(text);
      case "date" -> LocalDate.parse(text);
      case "number" -> new BigDecimal(text);
      default -> text;
    };
  }
}
