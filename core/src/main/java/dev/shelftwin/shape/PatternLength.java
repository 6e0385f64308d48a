package dev.shelftwin.shape;

import java.util.Objects;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * The length of the longest text that a regular expression matches, as far as it is easily told:
 * {@link Pattern} has the syntax.
 */
final class PatternLength {

  private static final Pattern QUANTIFIER =
      Pattern.compile("(?:[?*+]|\\{(\\d{1,9})(,(\\d{1,9})?)?})[?+]?");

  private static final Pattern NO_CHARACTER =
      Pattern.compile("\\^|\\$|\\\\[bBAGzZ]|\\(\\?[a-zA-Z]*\\)");

  private static final Pattern ONE_CHARACTER =
      Pattern.compile(
          "\\\\(?:u\\p{XDigit}{4}|x\\p{XDigit}{2}|[pP](?:\\{\\w+}|\\w)|[dDhHsSvVwWtnrfae]"
              + "|[^\\p{Alnum}])|[^\\\\\\[(|)]");

  private static final Pattern GROUP = Pattern.compile("\\?(?::|>|<[a-zA-Z]\\w*>|=|!)");

  /** Longer than any text, or not known. */
  private static final long UNKNOWN = Integer.MAX_VALUE + 1L;

  private final String pattern;
  private int place;

  private PatternLength(String pattern) {
    this.pattern = pattern;
  }

  /** The length in characters; empty if there is no longest text, or it is not known. */
  static OptionalInt longest(String pattern) {
    PatternLength reader = new PatternLength(pattern);
    long length = reader.alternatives();
    boolean known = length < UNKNOWN && reader.place == pattern.length();
    return known ? OptionalInt.of((int) length) : OptionalInt.empty();
  }

  private long alternatives() {
    long longest = sequence();
    while (isAt('|')) {
      place++;
      longest = Math.max(longest, sequence());
    }
    return longest;
  }

  private long sequence() {
    long length = 0;
    while (place < pattern.length() && !isAt('|') && !isAt(')')) {
      int begin = place;
      long one = one();
      length = Math.min(UNKNOWN, length + times(one));
      if (place == begin) {
        return UNKNOWN; // something else
      }
    }
    return length;
  }

  private long one() {
    if (take(NO_CHARACTER) != null) {
      return 0;
    }
    if (isAt('[')) {
      return characterClass();
    }
    if (isAt('(')) {
      return group();
    }
    return take(ONE_CHARACTER) == null ? UNKNOWN : 1;
  }

  private long characterClass() {
    int depth = 0;
    do {
      char one = pattern.charAt(place++);
      depth += one == '[' ? 1 : one == ']' ? -1 : 0;
      place = Math.min(pattern.length(), one == '\\' ? place + 1 : place);
    } while (depth > 0 && place < pattern.length());
    return depth == 0 ? 1 : UNKNOWN;
  }

  private long group() {
    place++;
    boolean looks = pattern.startsWith("?=", place) || pattern.startsWith("?!", place);
    if (take(GROUP) == null && isAt('?')) {
      return UNKNOWN;
    }
    long inside = alternatives();
    if (!isAt(')')) {
      return UNKNOWN;
    }
    place++;
    return looks ? 0 : inside;
  }

  /** The length with the quantifier that follows. */
  private long times(long one) {
    String quantifier = take(QUANTIFIER);
    if (quantifier == null || quantifier.startsWith("?") || one == 0) {
      return one;
    }
    Matcher counts = QUANTIFIER.matcher(quantifier);
    String most = "";
    if (counts.matches() && counts.group(1) != null) {
      most =
          counts.group(2) == null
              ? counts.group(1)
              : Objects.requireNonNullElse(counts.group(3), "");
    }
    return most.isEmpty() ? UNKNOWN : Math.min(UNKNOWN, one * Long.parseLong(most));
  }

  private @Nullable String take(Pattern part) {
    Matcher found = part.matcher(pattern).region(place, pattern.length());
    if (!found.lookingAt()) {
      return null;
    }
    place = found.end();
    return found.group();
  }

  private boolean isAt(char one) {
    return place < pattern.length() && pattern.charAt(place) == one;
  }
}
