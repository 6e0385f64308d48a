package dev.shelftwin.trial;

import dev.shelftwin.shape.Limits;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.net.URI;
import java.sql.Time;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.MonthDay;
import java.time.Period;
import java.time.Year;
import java.time.YearMonth;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.Currency;
import java.util.Date;
import java.util.GregorianCalendar;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.UUID;
import java.util.function.BiFunction;
import java.util.random.RandomGenerator;

/** Sample values of JDK types: typical values and edge cases. */
final class JdkSamples {

  /** More digits than any sample has before its decimal point. */
  private static final int MOST_DIGITS = 40;

  private static final int MOST_DECIMALS = 3;
  private static final int MICROSECOND_DIGITS = 6;

  private static final long SECONDS_OF_A_CENTURY = 3_155_760_000L;

  private static final Map<String, BiFunction<RandomGenerator, Limits, Object>> GENERATORS =
      Map.ofEntries(
          Map.entry("java.lang.String", TextSamples::text),
          Map.entry("java.lang.Object", TextSamples::text),
          Map.entry("java.lang.CharSequence", TextSamples::text),
          Map.entry("java.io.Serializable", TextSamples::text),
          Map.entry("java.lang.Boolean", (random, limits) -> random.nextBoolean()),
          Map.entry(
              "java.lang.Byte",
              (random, limits) -> (byte) whole(random, Byte.MIN_VALUE, Byte.MAX_VALUE)),
          Map.entry(
              "java.lang.Short",
              (random, limits) -> (short) whole(random, Short.MIN_VALUE, Short.MAX_VALUE)),
          Map.entry(
              "java.lang.Integer",
              (random, limits) -> (int) whole(random, Integer.MIN_VALUE, Integer.MAX_VALUE)),
          Map.entry(
              "java.lang.Long", (random, limits) -> whole(random, Long.MIN_VALUE, Long.MAX_VALUE)),
          Map.entry("java.lang.Character", (random, limits) -> (char) ('A' + random.nextInt(58))),
          Map.entry("java.lang.Float", (random, limits) -> (float) random.nextInt(10_000) / 8),
          Map.entry("java.lang.Double", (random, limits) -> random.nextDouble(-1e6, 1e6)),
          Map.entry(
              "java.math.BigDecimal",
              (random, limits) ->
                  BigDecimal.valueOf(
                      random.nextLong(-1_000_000, 1_000_000),
                      random.nextInt(Math.min(MOST_DECIMALS, limits.scale().orElse(9)) + 1))),
          Map.entry(
              "java.math.BigInteger", (random, limits) -> BigInteger.valueOf(random.nextLong())),
          Map.entry(
              "java.util.UUID", (random, limits) -> new UUID(random.nextLong(), random.nextLong())),
          Map.entry(
              "java.net.URI",
              (random, limits) ->
                  URI.create("https://ashfold.example/" + TextSamples.word(random))),
          Map.entry(
              "java.util.Locale",
              (random, limits) -> oneOf(random, List.of(Locale.ROOT, Locale.UK, Locale.JAPAN))),
          Map.entry(
              "java.util.Currency",
              (random, limits) ->
                  Currency.getInstance(oneOf(random, List.of("GBP", "EUR", "JPY")))),
          Map.entry(
              "java.time.ZoneId",
              (random, limits) ->
                  ZoneId.of(oneOf(random, List.of("UTC", "Europe/London", "Asia/Kathmandu")))),
          Map.entry("java.time.Instant", (random, limits) -> instant(random, limits)),
          Map.entry(
              "java.time.LocalDate", (random, limits) -> dateTime(random, limits).toLocalDate()),
          Map.entry(
              "java.time.LocalTime", (random, limits) -> dateTime(random, limits).toLocalTime()),
          Map.entry("java.time.LocalDateTime", (random, limits) -> dateTime(random, limits)),
          Map.entry(
              "java.time.OffsetDateTime",
              (random, limits) ->
                  dateTime(random, limits).atOffset(ZoneOffset.ofHoursMinutes(5, 45))),
          Map.entry(
              "java.time.ZonedDateTime",
              (random, limits) -> dateTime(random, limits).atZone(ZoneId.of("Europe/London"))),
          Map.entry(
              "java.time.Duration",
              (random, limits) -> Duration.ofSeconds(random.nextInt(200_000))),
          Map.entry(
              "java.time.Period",
              (random, limits) ->
                  Period.of(random.nextInt(3), random.nextInt(12), random.nextInt(28))),
          Map.entry(
              "java.time.OffsetTime",
              (random, limits) ->
                  dateTime(random, limits).toLocalTime().atOffset(ZoneOffset.ofHours(-3))),
          Map.entry(
              "java.time.MonthDay",
              (random, limits) -> MonthDay.of(1 + random.nextInt(12), 1 + random.nextInt(28))),
          Map.entry(
              "java.time.ZoneOffset",
              (random, limits) -> ZoneOffset.ofTotalSeconds(900 * random.nextInt(-48, 49))),
          Map.entry("java.util.Date", (random, limits) -> Date.from(kept(random, limits))),
          Map.entry(
              "java.util.Calendar",
              (random, limits) ->
                  GregorianCalendar.from(kept(random, limits).atZone(ZoneOffset.UTC))),
          Map.entry(
              "java.sql.Timestamp", (random, limits) -> Timestamp.from(instant(random, limits))),
          Map.entry(
              "java.sql.Date",
              (random, limits) -> java.sql.Date.valueOf(dateTime(random, limits).toLocalDate())),
          Map.entry(
              "java.sql.Time",
              (random, limits) -> Time.valueOf(dateTime(random, limits).toLocalTime())),
          Map.entry("java.time.Year", (random, limits) -> Year.of(1990 + random.nextInt(60))),
          Map.entry(
              "java.time.YearMonth",
              (random, limits) -> YearMonth.of(1990 + random.nextInt(60), 1 + random.nextInt(12))));

  /** Simple values that can replace a failing one. */
  private static final Map<String, List<Object>> SIMPLE =
      Map.of(
          "java.lang.String", List.of("", "a", "b"),
          "java.lang.Byte", List.of((byte) 0, (byte) 1, (byte) 2),
          "java.lang.Short", List.of((short) 0, (short) 1, (short) 2),
          "java.lang.Integer", List.of(0, 1, 2),
          "java.lang.Long", List.of(0L, 1L, 2L),
          "java.lang.Double", List.of(0.0, 1.0, 2.0),
          "java.math.BigDecimal", List.of(BigDecimal.ZERO, BigDecimal.ONE, new BigDecimal("0.1")),
          "java.time.LocalDate", List.of(LocalDate.of(2026, 1, 1), LocalDate.of(2026, 1, 2)),
          "java.time.Instant",
              List.of(
                  Instant.parse("2026-01-01T00:00:00Z"), Instant.parse("2026-01-01T00:00:01Z")));

  private JdkSamples() {}

  /** Whether there are samples of a type. */
  static boolean knows(String type) {
    return GENERATORS.containsKey(type);
  }

  /** Draws samples of a type; empty if it is not one of these. */
  static Optional<BiFunction<RandomGenerator, Limits, SampleValue>> of(String qualifiedName) {
    List<Object> simple = SIMPLE.getOrDefault(qualifiedName, List.of());
    return Optional.ofNullable(GENERATORS.get(qualifiedName))
        .map(
            generator ->
                (random, limits) -> {
                  Object value = within(generator.apply(random, limits), limits, random);
                  return new SampleValue(value, () -> simpler(simple, value, limits));
                });
  }

  /** The value if its limits allow it, otherwise an allowed one. */
  private static Object within(Object value, Limits limits, RandomGenerator random) {
    boolean limited =
        limits.min().isPresent() || limits.max().isPresent() || limits.digits().isPresent();
    if (!limited
        || !(value instanceof Number number)
        || value instanceof Float
        || value instanceof Double) {
      return value;
    }
    BigDecimal exact = new BigDecimal(number.toString());
    BigDecimal digits = BigDecimal.TEN.pow(limits.digits().orElse(MOST_DIGITS));
    BigDecimal low = limits.min().map(Limits.Bound::value).orElse(digits.negate());
    BigDecimal high = limits.max().map(Limits.Bound::value).orElse(digits);
    boolean fits =
        exact.compareTo(low) > 0 && exact.compareTo(high) < 0 && exact.abs().compareTo(digits) < 0;
    if (fits
        || (exact.compareTo(low) == 0
            && limits.min().filter(Limits.Bound::inclusive).isPresent())) {
      return value;
    }
    // A value between the limits, counted from the lower one so that whole numbers stay whole.
    BigDecimal room = high.min(digits).subtract(low.max(digits.negate()));
    BigDecimal step = room.multiply(BigDecimal.valueOf(random.nextInt(1, 100))).movePointLeft(2);
    BigDecimal found = low.max(digits.negate()).add(step).setScale(0, RoundingMode.UP).min(high);
    return like(number, found);
  }

  private static Object like(Number example, BigDecimal number) {
    if (example instanceof BigDecimal) {
      return number;
    }
    if (example instanceof BigInteger) {
      return number.toBigInteger();
    }
    if (example instanceof Long) {
      return number.longValue();
    }
    if (example instanceof Integer) {
      return number.intValue();
    }
    return example instanceof Short ? (Object) number.shortValue() : (Object) number.byteValue();
  }

  private static List<SampleValue> simpler(List<Object> simple, Object value, Limits limits) {
    return simple.stream()
        .filter(one -> !one.equals(value) && isAllowed(one, limits))
        .map(SampleValue::of)
        .toList();
  }

  private static boolean isAllowed(Object value, Limits limits) {
    return value instanceof String text
        ? limits.allow(text)
        : within(value, limits, new SplittableRandom(0)).equals(value);
  }

  /** Mostly small numbers, and sometimes the limits of the type. */
  private static long whole(RandomGenerator random, long least, long greatest) {
    return switch (random.nextInt(24)) {
      case 0 -> least;
      case 1 -> greatest;
      case 2 -> -1;
      case 3 -> 0;
      default -> 1 + random.nextInt((int) Math.min(1000, greatest));
    };
  }

  /** Between the years 1970 and 2070, with the digits that the limits allow. */
  private static Instant instant(RandomGenerator random, Limits limits) {
    Instant second = Instant.ofEpochSecond(random.nextLong(SECONDS_OF_A_CENTURY));
    if (random.nextInt(4) == 0 && limits.secondDigits().orElse(9) == 9) {
      return second.plusNanos(random.nextInt(1_000_000_000));
    }
    if (random.nextInt(4) == 0) {
      return second;
    }
    int micros = random.nextInt(1_000_000);
    int digits = Math.min(MICROSECOND_DIGITS, limits.secondDigits().orElse(MICROSECOND_DIGITS));
    int unit = (int) Math.pow(10, MICROSECOND_DIGITS - digits);
    return second.plus(micros - micros % unit, ChronoUnit.MICROS);
  }

  private static Instant kept(RandomGenerator random, Limits limits) {
    return KeptTimes.kept(instant(random, limits), limits);
  }

  private static LocalDateTime dateTime(RandomGenerator random, Limits limits) {
    return LocalDateTime.ofInstant(instant(random, limits), ZoneOffset.UTC);
  }

  private static <T> T oneOf(RandomGenerator random, List<T> choices) {
    return choices.get(random.nextInt(choices.size()));
  }
}
