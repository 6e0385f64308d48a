package dev.shelftwin.convert;

import static dev.shelftwin.convert.Loss.PART;
import static dev.shelftwin.convert.Loss.PRECISION;
import static dev.shelftwin.convert.Loss.RANGE;
import static dev.shelftwin.convert.Loss.SCALE;
import static dev.shelftwin.convert.Loss.TIME_RESOLUTION;
import static dev.shelftwin.convert.Loss.ZONE;

import dev.shelftwin.runtime.Numbers;
import dev.shelftwin.runtime.Texts;
import dev.shelftwin.shape.TypeRef;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.net.URI;
import java.sql.Time;
import java.sql.Timestamp;
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
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** The JDK's own types into each other: a table, one row for each pair. */
final class JdkConversions implements Strategy {

  private static final boolean REFUSES = true;
  private static final boolean TAKES_ALL = false;

  private static final TypeRef TEXT = TypeRef.lang("String");
  private static final TypeRef BYTES = new TypeRef("", "byte", List.of(), 1);

  private static final List<Row> ROWS = new ArrayList<>();

  static {
    numbers();
    texts();
    times();
    olderTimes();
  }

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, Catalogue catalogue) {
    return ROWS.stream()
        .filter(row -> row.from.equals(from.boxed()) && row.to.equals(to.boxed()))
        .findFirst()
        .map(row -> new Conversion(List.of(row.step())));
  }

  private static void numbers() {
    narrowed(Short.class, Byte.class, "toByte", Numbers::toByte);
    for (Class<?> from : List.of(Integer.class, Long.class)) {
      narrowed(from, Byte.class, "toByte", Numbers::toByte);
      narrowed(from, Short.class, "toShort", Numbers::toShort);
    }
    narrowed(Long.class, Integer.class, "toInt", Numbers::toInt);
    for (Class<?> from : List.of(Float.class, Double.class)) {
      add(
          from,
          Long.class,
          "$2T.toLong($1L)",
          Numbers.class,
          value -> Numbers.toLong(((Number) value).doubleValue()),
          REFUSES,
          RANGE,
          PART);
    }
    add(
        Double.class,
        Float.class,
        "$2T.toFloat($1L)",
        Numbers.class,
        value -> Numbers.toFloat((Double) value),
        REFUSES,
        RANGE,
        PRECISION);
    add(
        Integer.class,
        Float.class,
        "(float) $1L",
        null,
        value -> ((Integer) value).floatValue(),
        TAKES_ALL,
        PRECISION);
    add(
        Long.class,
        Float.class,
        "(float) $1L",
        null,
        value -> ((Long) value).floatValue(),
        TAKES_ALL,
        PRECISION);
    add(
        Long.class,
        Double.class,
        "(double) $1L",
        null,
        value -> ((Long) value).doubleValue(),
        TAKES_ALL,
        PRECISION);
    for (Class<?> from : List.of(Byte.class, Short.class, Integer.class, Long.class)) {
      add(
          from,
          BigInteger.class,
          "$2T.valueOf($1L)",
          BigInteger.class,
          value -> BigInteger.valueOf(((Number) value).longValue()),
          TAKES_ALL);
      add(
          from,
          BigDecimal.class,
          "$2T.valueOf($1L)",
          BigDecimal.class,
          value -> BigDecimal.valueOf(((Number) value).longValue()),
          TAKES_ALL);
    }
    own(BigInteger.class, Integer.class, "intValueExact", BigInteger::intValueExact, RANGE);
    own(BigInteger.class, Long.class, "longValueExact", BigInteger::longValueExact, RANGE);
    own(BigDecimal.class, Integer.class, "intValueExact", BigDecimal::intValueExact, RANGE, SCALE);
    own(BigDecimal.class, Long.class, "longValueExact", BigDecimal::longValueExact, RANGE, SCALE);
    own(
        BigDecimal.class,
        BigInteger.class,
        "toBigIntegerExact",
        BigDecimal::toBigIntegerExact,
        SCALE);
    add(
        BigInteger.class,
        BigDecimal.class,
        "new $2T($1L)",
        BigDecimal.class,
        value -> new BigDecimal((BigInteger) value),
        TAKES_ALL);
    add(
        Double.class,
        BigDecimal.class,
        "$2T.valueOf($1L)",
        BigDecimal.class,
        value -> BigDecimal.valueOf((Double) value),
        REFUSES);
    own(BigDecimal.class, Double.class, "doubleValue", BigDecimal::doubleValue, PRECISION, RANGE);
  }

  private static void texts() {
    parsed(Byte.class, "valueOf", Byte::valueOf, RANGE);
    parsed(Short.class, "valueOf", Short::valueOf, RANGE);
    parsed(Integer.class, "valueOf", Integer::valueOf, RANGE);
    parsed(Long.class, "valueOf", Long::valueOf, RANGE);
    parsed(Float.class, "valueOf", Float::valueOf, RANGE);
    parsed(Double.class, "valueOf", Double::valueOf, RANGE);
    for (Class<?> from :
        List.of(
            Byte.class,
            Short.class,
            Integer.class,
            Long.class,
            Float.class,
            Double.class,
            Boolean.class,
            Character.class)) {
      add(from, String.class, "$2T.valueOf($1L)", String.class, String::valueOf, TAKES_ALL);
    }
    add(
        String.class,
        Boolean.class,
        "$2T.truth($1L)",
        Texts.class,
        value -> Texts.truth((String) value),
        REFUSES);
    add(
        String.class,
        Character.class,
        "$2T.character($1L)",
        Texts.class,
        value -> Texts.character((String) value),
        REFUSES);
    add(BigInteger.class, String.class, "$1L.toString()", null, Object::toString, TAKES_ALL);
    add(
        String.class,
        BigInteger.class,
        "new $2T($1L)",
        BigInteger.class,
        value -> new BigInteger((String) value),
        REFUSES,
        RANGE);
    own(BigDecimal.class, String.class, "toPlainString", BigDecimal::toPlainString);
    add(
        String.class,
        BigDecimal.class,
        "new $2T($1L)",
        BigDecimal.class,
        value -> new BigDecimal((String) value),
        REFUSES,
        RANGE);
    asText(UUID.class, "fromString", UUID::fromString);
    asText(URI.class, "create", URI::create);
    own(Currency.class, String.class, "getCurrencyCode", Currency::getCurrencyCode);
    parsed(Currency.class, "getInstance", Currency::getInstance);
    own(Locale.class, String.class, "toLanguageTag", Locale::toLanguageTag);
    add(
        String.class,
        Locale.class,
        "$2T.locale($1L)",
        Texts.class,
        value -> Texts.locale((String) value),
        REFUSES);
    ROWS.add(
        new Row(
            BYTES,
            TEXT,
            "$2T.getEncoder().encodeToString($1L)",
            types(Base64.class),
            value -> Base64.getEncoder().encodeToString((byte[]) value),
            TAKES_ALL,
            Set.of()));
    ROWS.add(
        new Row(
            TEXT,
            BYTES,
            "$2T.getDecoder().decode($1L)",
            types(Base64.class),
            value -> Base64.getDecoder().decode((String) value),
            REFUSES,
            Set.of()));
  }

  private static void times() {
    asText(Instant.class, "parse", Instant::parse);
    asText(LocalDate.class, "parse", LocalDate::parse);
    asText(LocalTime.class, "parse", LocalTime::parse);
    asText(LocalDateTime.class, "parse", LocalDateTime::parse);
    asText(OffsetTime.class, "parse", OffsetTime::parse);
    asText(OffsetDateTime.class, "parse", OffsetDateTime::parse);
    asText(ZonedDateTime.class, "parse", ZonedDateTime::parse);
    asText(Year.class, "parse", Year::parse);
    asText(YearMonth.class, "parse", YearMonth::parse);
    asText(MonthDay.class, "parse", MonthDay::parse);
    asText(Duration.class, "parse", Duration::parse);
    asText(Period.class, "parse", Period::parse);
    own(ZoneId.class, String.class, "getId", ZoneId::getId);
    parsed(ZoneId.class, "of", ZoneId::of);
    own(ZoneOffset.class, String.class, "getId", ZoneOffset::getId);
    parsed(ZoneOffset.class, "of", ZoneOffset::of);
    add(
        Instant.class,
        OffsetDateTime.class,
        "$1L.atOffset($2T.UTC)",
        ZoneOffset.class,
        value -> ((Instant) value).atOffset(ZoneOffset.UTC),
        TAKES_ALL);
    own(OffsetDateTime.class, Instant.class, "toInstant", OffsetDateTime::toInstant, ZONE);
    add(
        Instant.class,
        ZonedDateTime.class,
        "$1L.atZone($2T.UTC)",
        ZoneOffset.class,
        value -> ((Instant) value).atZone(ZoneOffset.UTC),
        TAKES_ALL);
    own(ZonedDateTime.class, Instant.class, "toInstant", ZonedDateTime::toInstant, ZONE);
    own(
        OffsetDateTime.class,
        ZonedDateTime.class,
        "toZonedDateTime",
        OffsetDateTime::toZonedDateTime);
    own(
        ZonedDateTime.class,
        OffsetDateTime.class,
        "toOffsetDateTime",
        ZonedDateTime::toOffsetDateTime,
        ZONE);
    own(LocalDate.class, LocalDateTime.class, "atStartOfDay", LocalDate::atStartOfDay);
    own(LocalDateTime.class, LocalDate.class, "toLocalDate", LocalDateTime::toLocalDate, PART);
    own(LocalDateTime.class, LocalTime.class, "toLocalTime", LocalDateTime::toLocalTime, PART);
    add(
        YearMonth.class,
        LocalDate.class,
        "$1L.atDay(1)",
        null,
        value -> ((YearMonth) value).atDay(1),
        TAKES_ALL);
    add(
        LocalDate.class,
        YearMonth.class,
        "$2T.from($1L)",
        YearMonth.class,
        value -> YearMonth.from((LocalDate) value),
        TAKES_ALL,
        PART);
    own(Year.class, Integer.class, "getValue", Year::getValue);
    add(
        Integer.class,
        Year.class,
        "$2T.of($1L)",
        Year.class,
        value -> Year.of((Integer) value),
        REFUSES);
  }

  private static void olderTimes() {
    add(
        Instant.class,
        java.util.Date.class,
        "$2T.from($1L)",
        java.util.Date.class,
        value -> java.util.Date.from((Instant) value),
        REFUSES,
        TIME_RESOLUTION);
    own(java.util.Date.class, Instant.class, "toInstant", java.util.Date::toInstant);
    add(
        Instant.class,
        Timestamp.class,
        "$2T.from($1L)",
        Timestamp.class,
        value -> Timestamp.from((Instant) value),
        REFUSES);
    own(Timestamp.class, Instant.class, "toInstant", Timestamp::toInstant);
    add(
        LocalDateTime.class,
        Timestamp.class,
        "$2T.valueOf($1L)",
        Timestamp.class,
        value -> Timestamp.valueOf((LocalDateTime) value),
        TAKES_ALL);
    own(Timestamp.class, LocalDateTime.class, "toLocalDateTime", Timestamp::toLocalDateTime);
    add(
        LocalDate.class,
        java.sql.Date.class,
        "$2T.valueOf($1L)",
        java.sql.Date.class,
        value -> java.sql.Date.valueOf((LocalDate) value),
        TAKES_ALL);
    own(java.sql.Date.class, LocalDate.class, "toLocalDate", java.sql.Date::toLocalDate);
    add(
        LocalTime.class,
        Time.class,
        "$2T.valueOf($1L)",
        Time.class,
        value -> Time.valueOf((LocalTime) value),
        TAKES_ALL,
        TIME_RESOLUTION);
    own(Time.class, LocalTime.class, "toLocalTime", Time::toLocalTime);
  }

  private static void narrowed(
      Class<?> from, Class<?> to, String method, Function<Long, Object> meaning) {
    add(
        from,
        to,
        "$2T." + method + "($1L)",
        Numbers.class,
        value -> meaning.apply(((Number) value).longValue()),
        REFUSES,
        RANGE);
  }

  /** As the text that the type itself reads again. */
  private static <T> void asText(Class<T> type, String method, Function<String, T> parse) {
    add(type, String.class, "$1L.toString()", null, Object::toString, TAKES_ALL);
    parsed(type, method, parse);
  }

  private static <T> void parsed(
      Class<T> type, String method, Function<String, T> parse, Loss... losses) {
    add(
        String.class,
        type,
        "$2T." + method + "($1L)",
        type,
        value -> parse.apply((String) value),
        REFUSES,
        losses);
  }

  /** By a method of the value itself, which refuses what does not fit. */
  private static <S, T> void own(
      Class<S> from, Class<T> to, String method, Function<S, T> meaning, Loss... losses) {
    boolean exact = method.endsWith("Exact");
    add(
        from,
        to,
        "$1L." + method + "()",
        null,
        value -> meaning.apply(from.cast(value)),
        exact,
        losses);
  }

  private static void add(
      Class<?> from,
      Class<?> to,
      String code,
      @Nullable Class<?> named,
      Function<Object, Object> meaning,
      boolean refuses,
      Loss... losses) {
    List<TypeRef> types = named == null ? List.of() : types(named);
    ROWS.add(
        new Row(
            ref(from), ref(to), code, types, meaning, refuses, Set.copyOf(Arrays.asList(losses))));
  }

  private static List<TypeRef> types(Class<?> named) {
    return List.of(ref(named));
  }

  private static TypeRef ref(Class<?> type) {
    return TypeRef.of(type.getPackageName(), type.getSimpleName());
  }

  /** Some names of the older date types stand in two packages. */
  private static String name(TypeRef type) {
    return type.packageName().equals("java.sql") ? type.qualifiedName() : type.toString();
  }

  /** One way between two types. */
  private record Row(
      TypeRef from,
      TypeRef to,
      String code,
      List<TypeRef> types,
      Function<Object, Object> meaning,
      boolean refuses,
      Set<Loss> losses) {

    Step step() {
      return new Step(
          "as " + unboxed(to), from, to, new Form.Written(code, types, meaning), losses, refuses);
    }

    /** The code as a reader writes it. */
    String shown() {
      String shown = code.replace("$1L", "value");
      return types.isEmpty() ? shown : shown.replace("$2T", types.get(0).name());
    }

    private static String unboxed(TypeRef type) {
      return switch (type.name()) {
        case "Integer" -> "int";
        case "Character" -> "char";
        case "Byte", "Short", "Long", "Float", "Double", "Boolean" ->
            type.name().toLowerCase(Locale.ROOT);
        default -> type.toString();
      };
    }
  }

  @Override
  public List<Description> descriptions() {
    return ROWS.stream()
        .map(
            row ->
                new Description(
                    name(row.from()), name(row.to()), row.shown(), row.losses(), row.refuses()))
        .toList();
  }
}
