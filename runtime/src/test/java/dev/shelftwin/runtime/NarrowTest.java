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
        of((Supplier<?>) () -> Texts.truth("false"), false),
        of((Supplier<?>) () -> Texts.character("粘"), '粘'),
        of((Supplier<?>) () -> Texts.locale("en-GB"), Locale.UK),
        of((Supplier<?>) () -> Constants.by(TimeUnit.class, Enum::ordinal, 3), TimeUnit.SECONDS));
  }

  @ParameterizedTest
  @MethodSource("fitting")
  void whatFitsArrives(Supplier<?> narrowed, Object expected) {
    assertThat(narrowed.get()).isEqualTo(expected);
  }

  static Stream<Arguments> beyond() {
    return Stream.of(
        of((Supplier<?>) () -> Numbers.toByte(128), "128 does not fit byte"),
        of((Supplier<?>) () -> Numbers.toShort(-32_769), "-32769 does not fit short"),
        of((Supplier<?>) () -> Numbers.toInt(1L << 31), "2147483648 does not fit int"),
        of((Supplier<?>) () -> Numbers.toLong(0x1p63), "no whole number"),
        of((Supplier<?>) () -> Numbers.toLong(1.5), "1.5 is no whole number"),
        of((Supplier<?>) () -> Numbers.toLong(Double.NaN), "no whole number"),
        of((Supplier<?>) () -> Numbers.toFloat(1e39), "does not fit float"),
        of((Supplier<?>) () -> Texts.truth("True"), "'True' is neither true nor false"),
        of((Supplier<?>) () -> Texts.character(""), "is not one character"),
        of((Supplier<?>) () -> Texts.character("🏺"), "is not one character"),
        of((Supplier<?>) () -> Texts.locale("e"), "e"),
        of(
            (Supplier<?>) () -> Constants.by(TimeUnit.class, Enum::ordinal, 99),
            "99 is none of 0, 1"));
  }

  @ParameterizedTest
  @MethodSource("beyond")
  void whatDoesNotFitIsRefusedAndNeverCut(Supplier<?> narrowed, String message) {
    assertThatThrownBy(narrowed::get)
        .isInstanceOf(RuntimeException.class)
        .hasMessageContaining(message);
  }

  @Test
  void anOptionalOfAPrimitiveIsNullOrAValue() {
    assertThat(Maybe.orNull(OptionalInt.empty())).isNull();
    assertThat(Maybe.orNull(OptionalLong.of(7))).isEqualTo(7L);
    assertThat(Maybe.orNull(OptionalDouble.of(0.5))).isEqualTo(0.5);
    assertThat(Maybe.ofInt(null)).isEmpty();
    assertThat(Maybe.ofLong(7L)).hasValue(7);
    assertThat(Maybe.ofDouble(null)).isEmpty();
  }
}
