package dev.shelftwin.shape;

import java.util.Objects;
import java.util.OptionalInt;

/**
 * What a declaration allows beyond the type.
 *
 * @param length the greatest number of characters (Jakarta Persistence 3.2, §11.1.9: 255 where a
 *     column says nothing); empty where nothing limits it
 * @param scale digits after the point of a decimal number; empty where nothing limits them
 * @param secondDigits digits after the point of a second; empty where nothing limits them
 */
public record Limits(OptionalInt length, OptionalInt scale, OptionalInt secondDigits) {

  public static final Limits NONE =
      new Limits(OptionalInt.empty(), OptionalInt.empty(), OptionalInt.empty());

  public Limits {
    Objects.requireNonNull(length, "length");
    Objects.requireNonNull(scale, "scale");
    Objects.requireNonNull(secondDigits, "secondDigits");
  }

  /** At most that many characters. */
  public static Limits ofLength(int characters) {
    return new Limits(OptionalInt.of(characters), OptionalInt.empty(), OptionalInt.empty());
  }

  /** At most that many digits after the point. */
  public static Limits ofScale(int digits) {
    return new Limits(OptionalInt.empty(), OptionalInt.of(digits), OptionalInt.empty());
  }

  /** At most that many digits after the point of a second. */
  public static Limits ofSecondDigits(int digits) {
    return new Limits(OptionalInt.empty(), OptionalInt.empty(), OptionalInt.of(digits));
  }

  /** Both limits at once: the tighter of the two. */
  public Limits and(Limits other) {
    return new Limits(
        tighter(length, other.length),
        tighter(scale, other.scale),
        tighter(secondDigits, other.secondDigits));
  }

  private static OptionalInt tighter(OptionalInt one, OptionalInt other) {
    if (one.isEmpty() || other.isEmpty()) {
      return one.isEmpty() ? other : one;
    }
    return OptionalInt.of(Math.min(one.getAsInt(), other.getAsInt()));
  }
}
