package dev.shelftwin.runtime;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.format.ResolverStyle;
import java.time.temporal.ChronoField;
import java.time.temporal.TemporalAccessor;
import java.time.temporal.TemporalQuery;
import java.util.Date;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Writes dates and times as texts of a pattern, and reads them. Patterns have the letters of {@link
 * DateTimeFormatter}; {@code y} is the year of the calendar if the pattern has no era. Words are
 * English. An instant is written and read in UTC where the pattern has no zone.
 */
@SuppressWarnings("JavaUtilDate") // it is one of the types that are written
public final class DateTexts {

  private static final Map<String, DateTimeFormatter> FORMATTERS = new ConcurrentHashMap<>();

  private DateTexts() {}

  /**
   * Returns the text of a date or a time.
   *
   * @throws DateTimeException if the value lacks something that the pattern names
   */
  public static String write(TemporalAccessor value, String pattern) {
    DateTimeFormatter formatter = formatter(pattern);
    return value instanceof Instant
        ? formatter.withZone(ZoneOffset.UTC).format(value)
        : formatter.format(value);
  }

  /**
   * Returns the date or the time of a text; a day that its month does not have is rejected.
   *
   * @param type makes it of what was read, such as {@code LocalDate::from}
   * @throws RejectedValue if the text does not have the format
   */
  public static <T> T read(String text, String pattern, TemporalQuery<T> type) {
    DateTimeFormatter formatter = formatter(pattern);
    try {
      return formatter.parse(text, type);
    } catch (DateTimeException noZone) {
      try {
        return formatter.withZone(ZoneOffset.UTC).parse(text, type);
      } catch (DateTimeException rejection) {
        throw rejected(text, pattern);
      }
    }
  }

  /**
   * Returns the text of a date of the older kind, in the time zone of the virtual machine where the
   * pattern has none, as that type's own methods have it.
   */
  public static String write(Date value, String pattern) {
    return formatter(pattern)
        .withZone(ZoneId.systemDefault())
        .format(Instant.ofEpochMilli(value.getTime()));
  }

  /**
   * Returns the date of the older kind that a text names, in the time zone of the virtual machine
   * where the pattern has none; the beginning of the day where it has no time.
   *
   * @throws RejectedValue if the text does not have the format
   */
  public static Date readDate(String text, String pattern) {
    ZoneId zone = ZoneId.systemDefault();
    try {
      TemporalAccessor read = formatter(pattern).withZone(zone).parse(text);
      return Date.from(
          read.isSupported(ChronoField.INSTANT_SECONDS)
              ? Instant.from(read)
              : LocalDate.from(read).atStartOfDay(zone).toInstant());
    } catch (DateTimeException rejection) {
      throw rejected(text, pattern);
    }
  }

  private static RejectedValue rejected(String text, String pattern) {
    return new RejectedValue(
        Fault.REFUSED, "'" + text + "' is no date or time of the format " + pattern);
  }

  private static DateTimeFormatter formatter(String pattern) {
    return FORMATTERS.computeIfAbsent(pattern, DateTexts::newFormatter);
  }

  private static DateTimeFormatter newFormatter(String pattern) {
    return DateTimeFormatter.ofPattern(withoutEra(pattern), Locale.ENGLISH)
        .withResolverStyle(ResolverStyle.STRICT);
  }

  /** A year of an era says too little without the era (DateTimeFormatter, "Resolving"). */
  private static String withoutEra(String pattern) {
    StringBuilder years = new StringBuilder();
    boolean quoted = false;
    boolean era = false;
    for (int index = 0; index < pattern.length(); index++) {
      char letter = pattern.charAt(index);
      quoted ^= letter == '\'';
      era |= !quoted && letter == 'G';
      years.append(!quoted && letter == 'y' ? 'u' : letter);
    }
    return era ? pattern : years.toString();
  }
}
