package dev.shelftwin.shape;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.BinaryOperator;
import java.util.stream.Stream;

/**
 * What a declaration allows beyond the type; what is empty is not limited.
 *
 * @param shortest the least number of characters
 * @param length the greatest number of characters (Jakarta Persistence 3.2, §11.1.9: 255 where a
 *     column says nothing)
 * @param digits before the point of a decimal number
 * @param scale digits after the point of a decimal number
 * @param secondDigits digits after the point of a second
 * @param least the least number
 * @param greatest the greatest number
 * @param patterns regular expressions that all match the whole text
 * @param unique whether no two objects have the same
 */
public record Limits(
    OptionalInt shortest,
    OptionalInt length,
    OptionalInt digits,
    OptionalInt scale,
    OptionalInt secondDigits,
    Optional<Bound> least,
    Optional<Bound> greatest,
    List<String> patterns,
    boolean unique) {

  /** Nothing is limited. */
  public static final Limits NONE = new Builder().build();

  public Limits {
    Objects.requireNonNull(shortest, "shortest");
    Objects.requireNonNull(length, "length");
    Objects.requireNonNull(digits, "digits");
    Objects.requireNonNull(scale, "scale");
    Objects.requireNonNull(secondDigits, "secondDigits");
    Objects.requireNonNull(least, "least");
    Objects.requireNonNull(greatest, "greatest");
    patterns = List.copyOf(patterns);
  }

  /**
   * Where numbers begin or end.
   *
   * @param inclusive whether the value itself is allowed
   */
  public record Bound(BigDecimal value, boolean inclusive) {
    public Bound {
      Objects.requireNonNull(value, "value");
    }

    @Override
    public String toString() {
      return value.toPlainString() + (inclusive ? "" : " (not itself)");
    }
  }

  /** Both limits at once: the tighter of the two. */
  public Limits and(Limits other) {
    return new Limits(
        both(shortest, other.shortest, Math::max),
        both(length, other.length, Math::min),
        both(digits, other.digits, Math::min),
        both(scale, other.scale, Math::min),
        both(secondDigits, other.secondDigits, Math::min),
        both(least, other.least, (one, two) -> isBelow(one, two) ? two : one),
        both(greatest, other.greatest, (one, two) -> isAbove(one, two) ? two : one),
        Stream.concat(patterns.stream(), other.patterns.stream()).distinct().toList(),
        unique || other.unique);
  }

  /** Whether a least number allows more than another. */
  public static boolean isBelow(Bound one, Bound other) {
    int order = one.value.compareTo(other.value);
    return order < 0 || (order == 0 && one.inclusive && !other.inclusive);
  }

  /** Whether a greatest number allows more than another. */
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

  /** Gathers limits; of two of one kind the tighter one holds. */
  public static final class Builder {

    private OptionalInt shortest = OptionalInt.empty();
    private OptionalInt length = OptionalInt.empty();
    private OptionalInt digits = OptionalInt.empty();
    private OptionalInt scale = OptionalInt.empty();
    private OptionalInt secondDigits = OptionalInt.empty();
    private Optional<Bound> least = Optional.empty();
    private Optional<Bound> greatest = Optional.empty();
    private final List<String> patterns = new ArrayList<>();
    private boolean unique;

    /** No limit yet. */
    public Builder() {}

    /** At least that many characters. */
    public Builder shortest(int characters) {
      shortest = both(shortest, OptionalInt.of(characters), Math::max);
      return this;
    }

    /** At most that many characters. */
    public Builder length(int characters) {
      length = both(length, OptionalInt.of(characters), Math::min);
      return this;
    }

    /** At most that many digits before the point. */
    public Builder digits(int before) {
      digits = both(digits, OptionalInt.of(before), Math::min);
      return this;
    }

    /** At most that many digits after the point. */
    public Builder scale(int after) {
      scale = both(scale, OptionalInt.of(after), Math::min);
      return this;
    }

    /** At most that many digits after the point of a second. */
    public Builder secondDigits(int after) {
      secondDigits = both(secondDigits, OptionalInt.of(after), Math::min);
      return this;
    }

    /** No number below that. */
    public Builder least(Bound bound) {
      least = both(least, Optional.of(bound), (one, two) -> isBelow(one, two) ? two : one);
      return this;
    }

    /** No number above that. */
    public Builder greatest(Bound bound) {
      greatest = both(greatest, Optional.of(bound), (one, two) -> isAbove(one, two) ? two : one);
      return this;
    }

    /** Only texts that match as a whole. */
    public Builder pattern(String expression) {
      if (!patterns.contains(expression)) {
        patterns.add(expression);
      }
      return this;
    }

    /** No two objects have the same. */
    public Builder unique() {
      unique = true;
      return this;
    }

    public Limits build() {
      return new Limits(
          shortest, length, digits, scale, secondDigits, least, greatest, patterns, unique);
    }
  }
}
