package dev.shelftwin.shape;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.BinaryOperator;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import java.util.stream.Stream;

/**
 * The values that a declaration allows. An empty limit allows everything.
 *
 * @param minLength the minimum number of characters
 * @param maxLength the maximum number of characters
 * @param digits the digits before the decimal point
 * @param scale the digits after the decimal point
 * @param secondDigits the digits of the fraction of a second
 * @param keptTime what a column keeps of a date or calendar; empty if all of it
 * @param min the smallest number
 * @param max the largest number
 * @param patterns regular expressions that must all match the whole text
 * @param unique whether no two objects may have the same value
 */
public record Limits(
    OptionalInt minLength,
    OptionalInt maxLength,
    OptionalInt digits,
    OptionalInt scale,
    OptionalInt secondDigits,
    Optional<KeptTime> keptTime,
    Optional<Bound> min,
    Optional<Bound> max,
    List<String> patterns,
    boolean unique) {

  /** No limits. */
  public static final Limits NONE = new Builder().build();

  public Limits {
    Objects.requireNonNull(minLength, "minLength");
    Objects.requireNonNull(maxLength, "maxLength");
    Objects.requireNonNull(digits, "digits");
    Objects.requireNonNull(scale, "scale");
    Objects.requireNonNull(secondDigits, "secondDigits");
    Objects.requireNonNull(keptTime, "keptTime");
    Objects.requireNonNull(min, "min");
    Objects.requireNonNull(max, "max");
    patterns = List.copyOf(patterns);
  }

  /**
   * The smallest or largest number.
   *
   * @param inclusive whether the value itself is allowed
   */
  public record Bound(BigDecimal value, boolean inclusive) {
    public Bound {
      Objects.requireNonNull(value, "value");
    }

    @Override
    public String toString() {
      return value.toPlainString() + (inclusive ? "" : " (exclusive)");
    }
  }

  /** Both limits at once: the stricter of the two. */
  public Limits and(Limits other) {
    return new Limits(
        both(minLength, other.minLength, Math::max),
        both(maxLength, other.maxLength, Math::min),
        both(digits, other.digits, Math::min),
        both(scale, other.scale, Math::min),
        both(secondDigits, other.secondDigits, Math::min),
        keptTime.or(() -> other.keptTime),
        both(min, other.min, (one, two) -> isBelow(one, two) ? two : one),
        both(max, other.max, (one, two) -> isAbove(one, two) ? two : one),
        Stream.concat(patterns.stream(), other.patterns.stream()).distinct().toList(),
        unique || other.unique);
  }

  /**
   * These limits with other digits after the decimal point and of a second, and another part of a
   * time that is kept.
   */
  public Limits withPrecision(
      OptionalInt otherScale, OptionalInt otherSecondDigits, Optional<KeptTime> otherTime) {
    return new Limits(
        minLength,
        maxLength,
        digits,
        otherScale,
        otherSecondDigits,
        otherTime,
        min,
        max,
        patterns,
        unique);
  }

  /**
   * Whether a text or a number is within these limits, but for its digits; anything else is. Blanks
   * at the ends of a text do not count as characters.
   */
  public boolean allow(Object value) {
    if (value instanceof String text) {
      return text.strip().length() >= minLength.orElse(0)
          && text.length() <= maxLength.orElse(Integer.MAX_VALUE)
          && patterns.stream().allMatch(pattern -> matches(pattern, text));
    }
    if (value instanceof Number number && !isWithoutValue(number)) {
      Bound same = new Bound(new BigDecimal(number.toString()), true);
      return min.filter(least -> isBelow(same, least)).isEmpty()
          && max.filter(greatest -> isAbove(same, greatest)).isEmpty();
    }
    return true;
  }

  /** Whether a text matches; what is no regular expression rules nothing out. */
  private static boolean matches(String pattern, String text) {
    try {
      return Pattern.matches(pattern, text);
    } catch (PatternSyntaxException wrong) {
      return true;
    }
  }

  private static boolean isWithoutValue(Number number) {
    return Double.isNaN(number.doubleValue()) || Double.isInfinite(number.doubleValue());
  }

  /**
   * These limits with those that follow from them: the length of a text from its patterns, and the
   * digits of a number from the smallest and the largest one.
   */
  public Limits withImplied() {
    OptionalInt longest =
        patterns.stream().map(PatternLength::longest).flatMapToInt(OptionalInt::stream).min();
    OptionalInt most = OptionalInt.empty();
    if (min.isPresent() && max.isPresent()) {
      most = OptionalInt.of(Math.max(digits(min.get()), digits(max.get())));
    }
    return new Limits(
        minLength,
        both(maxLength, longest, Math::min),
        both(digits, most, Math::min),
        scale,
        secondDigits,
        keptTime,
        min,
        max,
        patterns,
        unique);
  }

  /** The digits before the decimal point. */
  private static int digits(Bound bound) {
    return bound.value.abs().toBigInteger().toString().length();
  }

  /** Whether a smallest number allows more than another. */
  public static boolean isBelow(Bound one, Bound other) {
    int order = one.value.compareTo(other.value);
    return order < 0 || (order == 0 && one.inclusive && !other.inclusive);
  }

  /** Whether a largest number allows more than another. */
  public static boolean isAbove(Bound one, Bound other) {
    int order = one.value.compareTo(other.value);
    return order > 0 || (order == 0 && one.inclusive && !other.inclusive);
  }

  private static OptionalInt both(OptionalInt one, OptionalInt other, BinaryOperator<Integer> of) {
    if (one.isEmpty() || other.isEmpty()) {
      return one.isEmpty() ? other : one;
    }
    return OptionalInt.of(of.apply(one.getAsInt(), other.getAsInt()));
  }

  private static <T> Optional<T> both(Optional<T> one, Optional<T> other, BinaryOperator<T> of) {
    return one.isEmpty() || other.isEmpty()
        ? one.or(() -> other)
        : Optional.of(of.apply(one.get(), other.get()));
  }

  /** Collects limits; of two limits of one kind the stricter one applies. */
  public static final class Builder {

    private OptionalInt minLength = OptionalInt.empty();
    private OptionalInt maxLength = OptionalInt.empty();
    private OptionalInt digits = OptionalInt.empty();
    private OptionalInt scale = OptionalInt.empty();
    private OptionalInt secondDigits = OptionalInt.empty();
    private Optional<KeptTime> keptTime = Optional.empty();
    private Optional<Bound> min = Optional.empty();
    private Optional<Bound> max = Optional.empty();
    private final List<String> patterns = new ArrayList<>();
    private boolean unique;

    /** Creates a builder without limits. */
    public Builder() {}

    /** The minimum number of characters. */
    public Builder minLength(int characters) {
      minLength = both(minLength, OptionalInt.of(characters), Math::max);
      return this;
    }

    /** The maximum number of characters. */
    public Builder maxLength(int characters) {
      maxLength = both(maxLength, OptionalInt.of(characters), Math::min);
      return this;
    }

    /** The digits before the decimal point. */
    public Builder digits(int before) {
      digits = both(digits, OptionalInt.of(before), Math::min);
      return this;
    }

    /** The digits after the decimal point. */
    public Builder scale(int after) {
      scale = both(scale, OptionalInt.of(after), Math::min);
      return this;
    }

    /** The digits of the fraction of a second. */
    public Builder secondDigits(int after) {
      secondDigits = both(secondDigits, OptionalInt.of(after), Math::min);
      return this;
    }

    /** What a column keeps of a date or calendar. */
    public Builder keptTime(KeptTime part) {
      keptTime = Optional.of(part);
      return this;
    }

    /** The smallest number. */
    public Builder min(Bound bound) {
      min = both(min, Optional.of(bound), (one, two) -> isBelow(one, two) ? two : one);
      return this;
    }

    /** The largest number. */
    public Builder max(Bound bound) {
      max = both(max, Optional.of(bound), (one, two) -> isAbove(one, two) ? two : one);
      return this;
    }

    /** A regular expression that must match the whole text. */
    public Builder pattern(String expression) {
      if (!patterns.contains(expression)) {
        patterns.add(expression);
      }
      return this;
    }

    /** No two objects may have the same value. */
    public Builder unique() {
      unique = true;
      return this;
    }

    public Limits build() {
      return new Limits(
          minLength, maxLength, digits, scale, secondDigits, keptTime, min, max, patterns, unique);
    }
  }
}
