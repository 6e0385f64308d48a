package dev.shelftwin.convert;

import static dev.shelftwin.convert.Loss.RANGE;

import dev.shelftwin.runtime.Texts;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.net.URI;
import java.util.Base64;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.UUID;

/** Conversions between texts and other types of the JDK. */
final class JdkTexts {

  private JdkTexts() {}

  static void addTo(JdkTable table) {
    addPrimitives(table);
    addBigNumbers(table);
    addOthers(table);
  }

  private static void addPrimitives(JdkTable table) {
    table.parsed(Byte.class, "valueOf", Byte::valueOf, RANGE);
    table.parsed(Short.class, "valueOf", Short::valueOf, RANGE);
    table.parsed(Integer.class, "valueOf", Integer::valueOf, RANGE);
    table.parsed(Long.class, "valueOf", Long::valueOf, RANGE);
    table.parsed(Float.class, "valueOf", Float::valueOf, RANGE);
    table.parsed(Double.class, "valueOf", Double::valueOf, RANGE);
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
      table.add(from, String.class, "$2T.valueOf($1L)", String.class, String::valueOf, false);
    }
    table.add(
        String.class,
        Boolean.class,
        "$2T.parseBoolean($1L)",
        Texts.class,
        value -> Texts.parseBoolean((String) value),
        true);
    table.add(
        String.class,
        Character.class,
        "$2T.character($1L)",
        Texts.class,
        value -> Texts.character((String) value),
        true);
  }

  private static void addBigNumbers(JdkTable table) {
    table.add(BigInteger.class, String.class, "$1L.toString()", null, Object::toString, false);
    table.add(
        String.class,
        BigInteger.class,
        "new $2T($1L)",
        BigInteger.class,
        value -> new BigInteger((String) value),
        true,
        RANGE);
    table.own(BigDecimal.class, String.class, "toPlainString", BigDecimal::toPlainString);
    table.add(
        String.class,
        BigDecimal.class,
        "new $2T($1L)",
        BigDecimal.class,
        value -> new BigDecimal((String) value),
        true,
        RANGE);
  }

  private static void addOthers(JdkTable table) {
    table.asText(UUID.class, "fromString", UUID::fromString);
    table.asText(URI.class, "create", URI::create);
    table.own(Currency.class, String.class, "getCurrencyCode", Currency::getCurrencyCode);
    table.parsed(Currency.class, "getInstance", Currency::getInstance);
    table.own(Locale.class, String.class, "toLanguageTag", Locale::toLanguageTag);
    table.add(
        String.class,
        Locale.class,
        "$2T.locale($1L)",
        Texts.class,
        value -> Texts.locale((String) value),
        true);
    table.add(
        byte[].class,
        String.class,
        "$2T.getEncoder().encodeToString($1L)",
        Base64.class,
        value -> Base64.getEncoder().encodeToString((byte[]) value),
        false);
    table.add(
        String.class,
        byte[].class,
        "$2T.getDecoder().decode($1L)",
        Base64.class,
        value -> Base64.getDecoder().decode((String) value),
        true);
  }
}
