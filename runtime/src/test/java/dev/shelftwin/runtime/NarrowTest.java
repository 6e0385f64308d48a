package dev.shelftwin.runtime;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.params.provider.Arguments.of;

import java.util.Locale;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Narrower types: both sides of every border. */
class NarrowTest {

  static Stream<Arguments> fitting() {
    return Stream.of(
        of((Supplier<?>) () -> Numbers.toByte(127), (byte) 127),
        of((Supplier<?>) () -> Numbers.toByte(-128), (byte) -128),
        of((Supplier<?>) () -> Numbers.toShort(32_767), (short) 32_767),
        of((Supplier<?>) () -> Numbers.toInt(Integer.MIN_VALUE), Integer.MIN_VALUE),
        of((Supplier<?>) () -> Numbers.toLong(-0x1p63), Long.MIN_VALUE),
        of((Supplier<?>) () -> Numbers.toLong(12.0), 12L),
        of((Supplier<?>) () -> Numbers.toFloat(0.1), 0.1F),
        of((Supplier<?>) () -> Numbers.toFloat(Double.NaN), Float.NaN),
        of((Supplier<?>) () -> Numbers.toFloat(Double.NEGATIVE_INFINITY), Float.NEGATIVE_INFINITY),
        of((Supplier<?>) () -> Texts.parseBoolean("false"), false),
        of((Supplier<?>) () -> Texts.character("粘"), '粘'),
        of((Supplier<?>) () -> Texts.locale("en-GB"), Locale.UK),
        of((Supplier<?>) () -> Constants.by(TimeUnit.class, Enum::ordinal, 3), TimeUnit.SECONDS));
  }

  @ParameterizedTest
  @MethodSource("fitting")
  void convertsValuesInRange(Supplier<?> narrowed, Object expected) {
    assertThat(narrowed.get()).isEqualTo(expected);
  }

  static Stream<Arguments> beyond() {
    return Stream.of(
        of((Supplier<?>) () -> Numbers.toByte(128), "128 is out of the range of byte"),
        of((Supplier<?>) () -> Numbers.toShort(-32_769), "-32769 is out of the range of short"),
        of((Supplier<?>) () -> Numbers.toInt(1L << 31), "2147483648 is out of the range of int"),
        of((Supplier<?>) () -> Numbers.toLong(0x1p63), "not a whole number"),
        of((Supplier<?>) () -> Numbers.toLong(1.5), "1.5 is not a whole number"),
        of((Supplier<?>) () -> Numbers.toLong(Double.NaN), "not a whole number"),
        of((Supplier<?>) () -> Numbers.toFloat(1e39), "is out of the range of float"),
        of((Supplier<?>) () -> Texts.parseBoolean("True"), "'True' is neither true nor false"),
        of((Supplier<?>) () -> Texts.character(""), "is not one character"),
        of((Supplier<?>) () -> Texts.character("🏺"), "is not one character"),
        of((Supplier<?>) () -> Texts.locale("e"), "e"),
        of(
            (Supplier<?>) () -> Constants.by(TimeUnit.class, Enum::ordinal, 99),
            "99 is not one of 0, 1"));
  }

  @ParameterizedTest
  @MethodSource("beyond")
  void rejectsValuesOutOfRange(Supplier<?> narrowed, String message) {
    assertThatThrownBy(narrowed::get)
        .isInstanceOf(RuntimeException.class)
        .hasMessageContaining(message);
  }

  @Test
  void anOptionalOfAPrimitiveIsNullOrAValue() {
    assertThat(Optionals.orNull(OptionalInt.empty())).isNull();
    assertThat(Optionals.orNull(OptionalLong.of(7))).isEqualTo(7L);
    assertThat(Optionals.orNull(OptionalDouble.of(0.5))).isEqualTo(0.5);
    assertThat(Optionals.ofInt(null)).isEmpty();
    assertThat(Optionals.ofLong(7L)).hasValue(7);
    assertThat(Optionals.ofDouble(null)).isEmpty();
  }
}
