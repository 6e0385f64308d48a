package dev.shelftwin.runtime;

import java.util.Locale;

/** Parses texts more strictly than the JDK does. */
public final class Texts {

  private Texts() {}

  /** Returns true for {@code true} and false for {@code false}; rejects any other text. */
  public static boolean parseBoolean(String text) {
    return switch (text) {
      case "true" -> true;
      case "false" -> false;
      default -> throw new RejectedValue(Fault.REFUSED, "'" + text + "' is neither true nor false");
    };
  }

  /** Returns the only character of a text; rejects longer and empty texts. */
  public static char character(String text) {
    if (text.length() != 1) {
      throw new RejectedValue(Fault.REFUSED, "'" + text + "' is not one character");
    }
    return text.charAt(0);
  }

  /** Returns the locale of a language tag (RFC 5646); rejects a malformed tag. */
  public static Locale locale(String tag) {
    return new Locale.Builder().setLanguageTag(tag).build();
  }
}
