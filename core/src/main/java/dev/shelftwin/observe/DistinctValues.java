package dev.shelftwin.observe;

import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.trial.UserObjects;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.Date;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.UUID;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;

/** Values that differ from all others of the same source, and that no mapper treats specially. */
final class DistinctValues {

  private static final int ATTEMPTS = 40;

  private static final LocalDateTime START = LocalDateTime.of(2021, 3, 4, 5, 6, 7);

  private static final Map<String, IntFunction<Object>> BY_TYPE =
      Map.ofEntries(
          Map.entry("java.lang.Object", DistinctValues::word),
          Map.entry("java.lang.CharSequence", DistinctValues::word),
          Map.entry("java.io.Serializable", DistinctValues::word),
          Map.entry("java.lang.Comparable", DistinctValues::word),
          Map.entry("java.lang.Byte", n -> (byte) (n % 127 + 1)),
          Map.entry("java.lang.Short", n -> (short) (200 + n)),
          Map.entry("java.lang.Character", n -> (char) ('A' + n % 26 + n / 26 % 2 * 32)),
          Map.entry("java.lang.Integer", n -> 1_000 + 7 * n),
          Map.entry("java.lang.Long", n -> 100_000L + 11L * n),
          Map.entry("java.lang.Float", n -> 1.5f + n),
          Map.entry("java.lang.Double", n -> 2.25 + n),
          Map.entry("java.lang.Number", n -> 3_000 + n),
          Map.entry("java.math.BigInteger", n -> BigInteger.valueOf(9_000L + n)),
          Map.entry("java.util.UUID", n -> new UUID(0x1234_5678_9abcL + n, 0x8000L + n)),
          Map.entry("java.time.LocalDateTime", DistinctValues::dateTime),
          Map.entry("java.time.LocalDate", n -> dateTime(n).toLocalDate()),
          Map.entry("java.time.LocalTime", n -> LocalTime.of(n % 24, n * 7 % 60, n * 13 % 60)),
          Map.entry("java.time.Instant", DistinctValues::instant),
          Map.entry(
              "java.time.OffsetDateTime",
              n -> OffsetDateTime.of(dateTime(n), ZoneOffset.ofHoursMinutes(5, 45))),
          Map.entry(
              "java.time.ZonedDateTime",
              n -> ZonedDateTime.of(dateTime(n), ZoneId.of("Asia/Kathmandu"))),
          Map.entry("java.time.Duration", n -> Duration.ofMinutes(61L + n)),
          Map.entry("java.util.Date", n -> Date.from(instant(n))),
          Map.entry("java.sql.Timestamp", n -> Timestamp.from(instant(n))),
          Map.entry("java.sql.Date", n -> java.sql.Date.valueOf(LocalDate.from(dateTime(n)))));

  private final UserObjects objects;
  private final SplittableRandom random;
  private final TreeReader reader;
  private final Set<String> taken = new HashSet<>();
  private int number;

  /**
   * No values yet.
   *
   * @param seed other seeds give other values
   */
  DistinctValues(UserObjects objects, TreeReader reader, int seed) {
    this.objects = objects;
    this.reader = reader;
    this.random = new SplittableRandom(seed);
    this.number = seed * 37;
  }

  /** Whether there are values of a JDK type. */
  static boolean knows(TypeRef type) {
    return type.isPrimitive()
        || BY_TYPE.containsKey(type.boxed().qualifiedName())
        || UserObjects.isPlain(type);
  }

  private static String word(int number) {
    return "" + (char) ('A' + number % 26) + (char) ('a' + number / 26 % 26) + "x" + number;
  }

  private static LocalDateTime dateTime(int number) {
    return START.plusDays(3L * number).plusMinutes(17L * number);
  }

  private static Instant instant(int number) {
    return dateTime(number).toInstant(ZoneOffset.UTC);
  }

  /** A value; null if there is none of the type. */
  @Nullable Object next(Slot.Leaf leaf) {
    if (leaf.isCondition()) {
      return leaf.constants().get(random.nextInt(leaf.constants().size()));
    }
    return next(leaf.type(), leaf.limits());
  }

  @Nullable Object next(TypeRef type, Limits limits) {
    @Nullable Object value = null;
    for (int attempt = 0; attempt < ATTEMPTS; attempt++) {
      value = draw(type.boxed(), limits);
      if (value == null || taken.add(type.boxed().qualifiedName() + " " + reader.text(value))) {
        return value;
      }
    }
    return value;
  }

  private @Nullable Object draw(TypeRef type, Limits limits) {
    number++;
    String name = type.qualifiedName();
    if (type.isLang("String") && limits.patterns().isEmpty()) {
      return text(limits.maxLength());
    }
    if (name.equals("java.math.BigDecimal")) {
      return BigDecimal.valueOf(1_000 + number, Math.min(2, limits.scale().orElse(2)));
    }
    if (type.isArray()) {
      return word(number).getBytes(StandardCharsets.US_ASCII);
    }
    @Nullable IntFunction<Object> plain = BY_TYPE.get(name);
    if (plain != null && !objects.hasSampleMethod(type) && isWithin(limits)) {
      return plain.apply(number);
    }
    Optional<Object> sample = objects.sample(type, limits, random);
    return sample.orElse(null);
  }

  private static boolean isWithin(Limits limits) {
    return limits.min().isEmpty() && limits.max().isEmpty() && limits.keptTime().isEmpty();
  }

  private String text(OptionalInt length) {
    String word = word(number);
    int most = length.orElse(word.length());
    return word.length() <= most ? word : Integer.toString(number % 1_000_000, 36);
  }

  /** Texts that mappers parse, and numbers that they know: tried where ordinary values fail. */
  static List<Object> special(TypeRef type) {
    if (type.isLang("String") || type.isLang("CharSequence") || type.isLang("Object")) {
      return List.of(
          "1017",
          "2",
          "2021-03-04",
          "2021-03-04T05:06:07Z",
          "2021-03-04T05:06:07",
          "05:06",
          "PT90M",
          "00012345-6789-4abc-8def-0123456789ab",
          "true",
          "GBP",
          "en",
          "https://ashfold.example/a",
          "10.25",
          "{}",
          "[]",
          "A-12",
          "a@b.example");
    }
    return switch (type.boxed().simpleName()) {
      case "Integer" -> List.of(1, 2, 0, 3, 10);
      case "Short" -> List.of((short) 1, (short) 2, (short) 0);
      case "Byte" -> List.of((byte) 1, (byte) 2, (byte) 0);
      case "Long" -> List.of(1L, 2L, 0L, 10L);
      default -> List.of();
    };
  }
}
