package dev.shelftwin.wire;

import java.math.BigDecimal;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** JSON as it is after a reader that keeps numbers in double precision, such as a browser. */
final class DoubleNumbers {

  /** A string or a number (RFC 8259, §6 and §7). */
  private static final Pattern STRING_OR_NUMBER =
      Pattern.compile("\"(?:[^\"\\\\]|\\\\.)*+\"|-?\\d+(?:\\.\\d+)?(?:[eE][+-]?\\d+)?");

  private DoubleNumbers() {}

  /** The document with each number rounded; those that are too large stay as they are. */
  static String rounded(String json) {
    return STRING_OR_NUMBER.matcher(json).replaceAll(DoubleNumbers::replacement);
  }

  private static String replacement(MatchResult found) {
    String text = found.group();
    if (text.startsWith("\"")) {
      return Matcher.quoteReplacement(text);
    }
    double rounded = Double.parseDouble(text);
    return Double.isInfinite(rounded) || isSame(text, rounded)
        ? text
        : BigDecimal.valueOf(rounded).toPlainString();
  }

  private static boolean isSame(String text, double rounded) {
    return new BigDecimal(text).compareTo(BigDecimal.valueOf(rounded)) == 0;
  }
}
