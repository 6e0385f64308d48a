package coop.kiln.model;

import java.util.Locale;

/** The number on a member's card, such as {@code M-0042}. */
public record MemberNumber(String value) {

  public MemberNumber {
    if (value == null || !value.matches("M-\\d{4}")) {
      throw new IllegalArgumentException("a member number looks like M-0042, not " + value);
    }
  }

  public static MemberNumber of(int count) {
    return new MemberNumber(String.format(Locale.ROOT, "M-%04d", count));
  }
}
