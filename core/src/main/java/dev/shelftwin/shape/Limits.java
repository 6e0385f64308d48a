package dev.shelftwin.shape;

import java.util.OptionalInt;

/**
 * What a declaration allows beyond the type.
 *
 * @param length the greatest number of characters (Jakarta Persistence 3.2, §11.1.9: 255 where a
 *     column says nothing); empty where nothing limits it
 */
public record Limits(OptionalInt length) {

  public static final Limits NONE = new Limits(OptionalInt.empty());

  /** At most that many characters. */
  public static Limits ofLength(int characters) {
    return new Limits(OptionalInt.of(characters));
  }

  /** Both limits at once: the tighter of the two. */
  public Limits and(Limits other) {
    if (length.isEmpty()) {
      return other;
    }
    return other.length.isEmpty() || length.getAsInt() <= other.length.getAsInt() ? this : other;
  }
}
