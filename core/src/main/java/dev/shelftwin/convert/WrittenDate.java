package dev.shelftwin.convert;

import dev.shelftwin.runtime.DateTexts;
import dev.shelftwin.runtime.RejectedValue;
import dev.shelftwin.shape.KeptTime;
import dev.shelftwin.shape.TypeRef;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.MonthDay;
import java.time.OffsetDateTime;
import java.time.OffsetTime;
import java.time.Year;
import java.time.YearMonth;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.temporal.TemporalAccessor;
import java.time.temporal.TemporalQueries;
import java.time.temporal.TemporalQuery;
import java.util.Date;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A type of dates or times whose values are written as texts of a pattern, and read.
 *
 * @param sample a value in which no part has its default
 * @param reading the code that reads a value; {@code %s} is the literal of the pattern
 * @param named the types that the code names
 * @param read the same as a function of the text and the pattern
 */
@SuppressWarnings("JavaUtilDate") // it is one of the types
record WrittenDate(
    Object sample, String reading, List<TypeRef> named, BiFunction<String, String, Object> read) {

  static final TypeRef TEXTS = TypeRef.of("dev.shelftwin.runtime", "DateTexts");

  private static final LocalTime EVENING = LocalTime.of(17, 45, 31, 123_456_789);
  private static final LocalDateTime EARLIER = LocalDate.of(1987, 11, 28).atTime(EVENING);
  private static final ZonedDateTime ELSEWHERE = EARLIER.atZone(ZoneId.of("Asia/Kathmandu"));

  private static final WrittenDate DAY = of(EARLIER.toLocalDate(), LocalDate::from);
  private static final WrittenDate SECONDS = of(LocalTime.of(17, 45, 31), LocalTime::from);

  private static final Map<TypeRef, WrittenDate> ALL =
      Stream.of(
              DAY,
              of(EVENING, LocalTime::from),
              of(EARLIER, LocalDateTime::from),
              of(ELSEWHERE.toOffsetDateTime().toOffsetTime(), OffsetTime::from),
              of(ELSEWHERE.toOffsetDateTime(), OffsetDateTime::from),
              of(ELSEWHERE, ZonedDateTime::from),
              of(EARLIER.toInstant(ZoneOffset.UTC), Instant::from),
              of(Year.from(EARLIER), Year::from),
              of(YearMonth.from(EARLIER), YearMonth::from),
              of(MonthDay.from(EARLIER), MonthDay::from),
              new WrittenDate(
                  Date.from(Instant.ofEpochMilli(564_000_331_123L)),
                  "$2T.readDate($1L, %s)",
                  List.of(TEXTS),
                  DateTexts::readDate))
          .collect(Collectors.toMap(WrittenDate::type, Function.identity()));

  /** Moments of which only the day is written are read as the beginning of that day. */
  private static final Map<TypeRef, WrittenDate> BY_DAY =
      Map.of(
          ref(LocalDateTime.class),
          DAY,
          ref(Instant.class),
          new WrittenDate(
              EARLIER.toInstant(ZoneOffset.UTC),
              DAY.reading() + ".atStartOfDay($4T.UTC).toInstant()",
              Stream.concat(DAY.named().stream(), Stream.of(ref(ZoneOffset.class))).toList(),
              (text, pattern) ->
                  ((LocalDate) DAY.read().apply(text, pattern))
                      .atStartOfDay(ZoneOffset.UTC)
                      .toInstant()));

  /** The types that are written as another one. */
  private static final Map<TypeRef, TypeRef> WRITTEN_AS =
      Map.of(
          ref(java.util.Calendar.class), ref(Date.class),
          ref(java.sql.Timestamp.class), ref(LocalDateTime.class),
          ref(java.sql.Date.class), ref(LocalDate.class),
          ref(java.sql.Time.class), ref(LocalTime.class));

  /** How values of a type are written; empty for types that are no dates or times. */
  static Optional<WrittenDate> of(TypeRef type) {
    return Optional.ofNullable(ALL.get(WRITTEN_AS.getOrDefault(type, type)));
  }

  /** How the part of a date is written that a column keeps: its day, or its time of day. */
  static WrittenDate of(KeptTime kept) {
    return kept == KeptTime.DAY ? DAY : SECONDS;
  }

  private static <T extends TemporalAccessor> WrittenDate of(T sample, TemporalQuery<T> query) {
    return new WrittenDate(
        sample,
        "$2T.read($1L, %s, $3T::from)",
        List.of(TEXTS, ref(sample.getClass())),
        (text, pattern) -> DateTexts.read(text, pattern, query));
  }

  private static TypeRef ref(Class<?> type) {
    return TypeRef.of(type.getPackageName(), type.getSimpleName());
  }

  TypeRef type() {
    return ref(sample.getClass());
  }

  static String write(Object value, String pattern) {
    return value instanceof Date date
        ? DateTexts.write(date, pattern)
        : DateTexts.write((TemporalAccessor) value, pattern);
  }

  /** The sample as a text; empty if the pattern names what such values do not have. */
  Optional<String> text(String pattern) {
    try {
      return Optional.of(write(sample, pattern));
    } catch (DateTimeException notThere) {
      return Optional.empty();
    }
  }

  /** The type that texts of a pattern are read as; empty if they lack a part of it. */
  Optional<WrittenDate> readBy(String pattern) {
    return text(pattern)
        .flatMap(
            text ->
                Stream.concat(Stream.of(this), Stream.ofNullable(BY_DAY.get(type())))
                    .filter(one -> one.value(text, pattern).isPresent())
                    .findFirst());
  }

  private Optional<Object> value(String text, String pattern) {
    try {
      return Optional.of(read.apply(text, pattern));
    } catch (RejectedValue lacking) {
      return Optional.empty();
    }
  }

  /** What a pattern loses, as the sample shows that is written and read back. */
  Set<Loss> losses(String pattern) {
    Optional<Object> back = text(pattern).flatMap(text -> value(text, pattern));
    if (back.isEmpty()) {
      return Set.of(Loss.PART);
    }
    TemporalAccessor sent = local(sample);
    TemporalAccessor read = local(back.get());
    Set<Loss> losses = EnumSet.noneOf(Loss.class);
    if (isOther(sent, read, TemporalQueries.localDate())) {
      losses.add(Loss.PART);
    }
    if (isOther(sent, read, TemporalQueries.localTime())) {
      boolean onlyDay = LocalTime.MIDNIGHT.equals(read.query(TemporalQueries.localTime()));
      losses.add(onlyDay ? Loss.PART : Loss.TIME_RESOLUTION);
    }
    if (isOther(sent, read, TemporalQueries.zone())) {
      losses.add(Loss.ZONE);
    }
    return losses.isEmpty() && !sent.equals(read) ? Set.of(Loss.PART) : losses;
  }

  private static boolean isOther(
      TemporalAccessor sent, TemporalAccessor read, TemporalQuery<?> part) {
    return !Objects.equals(sent.query(part), read.query(part));
  }

  private static TemporalAccessor local(Object value) {
    if (value instanceof Date date) {
      return date.toInstant().atZone(ZoneId.systemDefault());
    }
    return value instanceof Instant instant
        ? instant.atOffset(ZoneOffset.UTC)
        : (TemporalAccessor) value;
  }
}
