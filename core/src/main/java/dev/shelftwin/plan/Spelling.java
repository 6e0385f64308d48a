package dev.shelftwin.plan;

import dev.shelftwin.shape.KebabCase;
import java.util.Locale;
import java.util.regex.Pattern;

/** How a layer spells the names of its fields, as those outside see them. */
public enum Spelling {
  /** As in {@code firingNumber}. */
  CAMEL_CASE("[a-z][a-z0-9]*([A-Z][a-z0-9]*)*"),
  /** As in {@code firing_number}, in lower or upper case. */
  SNAKE_CASE("[a-z0-9]+(_[a-z0-9]+)*|[A-Z0-9]+(_[A-Z0-9]+)*"),
  /** As in {@code firing-number}. */
  KEBAB_CASE("[a-z0-9]+(-[a-z0-9]+)*");

  private static final Pattern WORD_ENDS = Pattern.compile("(?<=[a-z0-9])(?=[A-Z])|[_-]+");

  private final Pattern names;

  Spelling(String names) {
    this.names = Pattern.compile(names);
  }

  /** As the plan writes it. */
  public String key() {
    return KebabCase.of(this);
  }

  /** Whether a name is spelled so. */
  public boolean fits(String name) {
    return names.matcher(name).matches();
  }

  /** The same name spelled so. */
  public String spell(String name) {
    String[] words = WORD_ENDS.split(name, -1);
    StringBuilder spelled = new StringBuilder();
    for (String word : words) {
      String lower = word.toLowerCase(Locale.ROOT);
      if (spelled.isEmpty() || lower.isEmpty()) {
        spelled.append(lower);
      } else if (this == CAMEL_CASE) {
        spelled.append(Character.toUpperCase(lower.charAt(0))).append(lower.substring(1));
      } else {
        spelled.append(this == SNAKE_CASE ? "_" : "-").append(lower);
      }
    }
    return spelled.toString();
  }
}
