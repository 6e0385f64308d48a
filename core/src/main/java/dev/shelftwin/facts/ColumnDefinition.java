package dev.shelftwin.facts;

import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What the SQL of a column definition says (ISO/IEC 9075-2, §6.1 and §11.4). An unknown type limits
 * nothing.
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

  /** The maximum number of characters. */
  OptionalInt length() {
    return number(match(TEXT), 1);
  }

  /** The digits of a decimal number, including those after the point. */
  OptionalInt precision() {
    return number(match(DECIMAL), 1);
  }

  /** The digits after the point; 0 if the definition gives none. */
  int scale() {
    return number(match(DECIMAL), 2).orElse(0);
  }

  /** The digits of the fraction of a second. */
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
        .filter(digits -> digits.length() <= 9) // longer numbers are no lengths
        .map(digits -> OptionalInt.of(Integer.parseInt(digits)))
        .orElse(OptionalInt.empty());
  }
}
