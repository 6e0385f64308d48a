package dev.shelftwin.runtime;

import java.util.Locale;

/** Values of the JDK from texts that its own readers take too lightly. */
public final class Texts {

  private Texts() {}

  /** The truth value that {@code true} or {@code false} stands for; anything else is refused. */
  public static boolean truth(String text) {
    return switch (text) {
      case "true" -> true;
      case "false" -> false;
      default -> throw new Refusal(Fault.REFUSED, "'" + text + "' is neither true nor false");
    };
  }

  /** The one character of a text; longer and empty texts are refused. */
  public static char character(String text) {
    if (text.length() != 1) {
      throw new Refusal(Fault.REFUSED, "'" + text + "' is not one character");
    }
    return text.charAt(0);
  }

  /** The locale of a language tag (RFC 5646); a tag that is not well-formed is refused. */
  public static Locale locale(String tag) {
    return new Locale.Builder().setLanguageTag(tag).build();
  }
}
