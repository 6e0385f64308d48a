package dev.shelftwin.read;

import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What the SQL of a column says, where a class gives it whole (ISO/IEC 9075-2, §6.1 and §11.4). A
 * type that is not understood limits nothing.
 */
record ColumnDefinition(String sql) {

  private static final Pattern TEXT =
      sql("(?:national\\s+|n)?(?:var)?char(?:2|acter)?(?:\\s+varying)?\\s*\\(\\s*(\\d+)");
  private static final Pattern DECIMAL =
      sql("(?:dec|decimal|numeric|number)\\s*\\(\\s*(\\d+)\\s*(?:,\\s*(\\d+))?");
  private static final Pattern TIME = sql("(?:time|timestamp)\\s*\\(\\s*(\\d+)");
  private static final Pattern NOT_NULL = sql(".*\\b(?:not\\s+null|primary\\s+key)\\b");
  private static final Pattern UNIQUE = sql(".*\\b(?:unique|primary\\s+key)\\b");

  private static Pattern sql(String expression) {
    return Pattern.compile("\\s*" + expression, Pattern.CASE_INSENSITIVE | Pattern.DOTALL);
  }

  /** The greatest number of characters. */
  OptionalInt length() {
    return number(match(TEXT), 1);
  }

  /** The digits of a decimal number, those after the point included. */
  OptionalInt precision() {
    return number(match(DECIMAL), 1);
  }

  /** The digits after the point; none is none of them. */
  int scale() {
    return number(match(DECIMAL), 2).orElse(0);
  }

  /** The digits after the point of a second. */
  OptionalInt secondDigits() {
    return number(match(TIME), 1);
  }

  boolean isNotNull() {
    return match(NOT_NULL).isPresent();
  }

  boolean isUnique() {
    return match(UNIQUE).isPresent();
  }

  private Optional<MatchResult> match(Pattern pattern) {
    Matcher matcher = pattern.matcher(sql);
    return matcher.lookingAt() ? Optional.of(matcher.toMatchResult()) : Optional.empty();
  }

  private static OptionalInt number(Optional<MatchResult> match, int group) {
    return match
        .map(found -> found.group(group))
        .filter(digits -> digits.length() <= 9) // else it is no length that anything has
        .map(digits -> OptionalInt.of(Integer.parseInt(digits)))
        .orElse(OptionalInt.empty());
  }
}
