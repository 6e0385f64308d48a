package dev.shelftwin.convert;

import static dev.shelftwin.convert.Loss.PART;
import static dev.shelftwin.convert.Loss.PRECISION;
import static dev.shelftwin.convert.Loss.RANGE;
import static dev.shelftwin.convert.Loss.SCALE;

import dev.shelftwin.runtime.Numbers;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.List;

/** Conversions between numbers. */
final class JdkNumbers {

  private JdkNumbers() {}

  static void addTo(JdkTable table) {
    addIntegers(table);
    addFloats(table);
    addBigNumbers(table);
  }

  private static void addIntegers(JdkTable table) {
    table.narrowed(Short.class, Byte.class, "toByte", Numbers::toByte);
    for (Class<?> from : List.of(Integer.class, Long.class)) {
      table.narrowed(from, Byte.class, "toByte", Numbers::toByte);
      table.narrowed(from, Short.class, "toShort", Numbers::toShort);
    }
    table.narrowed(Long.class, Integer.class, "toInt", Numbers::toInt);
  }

  private static void addFloats(JdkTable table) {
    for (Class<?> from : List.of(Float.class, Double.class)) {
      table.add(
          from,
          Long.class,
          "$2T.toLong($1L)",
          Numbers.class,
          value -> Numbers.toLong(((Number) value).doubleValue()),
          true,
          RANGE,
          PART);
    }
    table.add(
        Double.class,
        Float.class,
        "$2T.toFloat($1L)",
        Numbers.class,
        value -> Numbers.toFloat((Double) value),
        true,
        RANGE,
        PRECISION);
    table.add(
        Integer.class,
        Float.class,
        "(float) $1L",
        null,
        value -> ((Integer) value).floatValue(),
        false,
        PRECISION);
    table.add(
        Long.class,
        Float.class,
        "(float) $1L",
        null,
        value -> ((Long) value).floatValue(),
        false,
        PRECISION);
    table.add(
        Long.class,
        Double.class,
        "(double) $1L",
        null,
        value -> ((Long) value).doubleValue(),
        false,
        PRECISION);
  }

  private static void addBigNumbers(JdkTable table) {
    for (Class<?> from : List.of(Byte.class, Short.class, Integer.class, Long.class)) {
      table.add(
          from,
          BigInteger.class,
          "$2T.valueOf($1L)",
          BigInteger.class,
          value -> BigInteger.valueOf(((Number) value).longValue()),
          false);
      table.add(
          from,
          BigDecimal.class,
          "$2T.valueOf($1L)",
          BigDecimal.class,
          value -> BigDecimal.valueOf(((Number) value).longValue()),
          false);
    }
    table.own(BigInteger.class, Integer.class, "intValueExact", BigInteger::intValueExact, RANGE);
    table.own(BigInteger.class, Long.class, "longValueExact", BigInteger::longValueExact, RANGE);
    table.own(
        BigDecimal.class, Integer.class, "intValueExact", BigDecimal::intValueExact, RANGE, SCALE);
    table.own(
        BigDecimal.class, Long.class, "longValueExact", BigDecimal::longValueExact, RANGE, SCALE);
    table.own(
        BigDecimal.class,
        BigInteger.class,
        "toBigIntegerExact",
        BigDecimal::toBigIntegerExact,
        SCALE);
    table.add(
        BigInteger.class,
        BigDecimal.class,
        "new $2T($1L)",
        BigDecimal.class,
        value -> new BigDecimal((BigInteger) value),
        false);
    table.add(
        Double.class,
        BigDecimal.class,
        "$2T.valueOf($1L)",
        BigDecimal.class,
        value -> BigDecimal.valueOf((Double) value),
        true);
    table.own(
        BigDecimal.class, Double.class, "doubleValue", BigDecimal::doubleValue, PRECISION, RANGE);
  }
}
