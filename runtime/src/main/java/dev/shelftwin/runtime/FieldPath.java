package dev.shelftwin.runtime;

import java.nio.charset.StandardCharsets;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The position of a value in an object, such as {@code operator} or {@code segments[2].target}. The
 * empty path is the object itself.
 *
 * @param text the path as text; never null
 */
public record FieldPath(String text) {

  /** A key in brackets, an index in brackets, or a name. */
  private static final Pattern STEP =
      Pattern.compile("\\[\".*?\"\\](?=$|[.\\[])|\\[\\d+\\]|[^.\\[\\]]+", Pattern.DOTALL);

  private static final String PLAIN =
      "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-._~!$&'()*+,;=:@";

  /** The path of the object itself. */
  public static final FieldPath SELF = new FieldPath("");

  public FieldPath {
    Objects.requireNonNull(text, "text");
  }

  /** The path of a field of the object at this path. */
  public FieldPath field(String name) {
    return new FieldPath(text.isEmpty() ? name : text + "." + name);
  }

  /** The path of an element, counted from 0, of the list at this path. */
  public FieldPath element(int index) {
    return new FieldPath(text + "[" + index + "]");
  }

  /** The path of a value, by its key, of the map at this path. */
  public FieldPath key(String key) {
    return new FieldPath(text + "[\"" + key + "\"]");
  }

  /** Appends another path. */
  FieldPath join(FieldPath inner) {
    if (text.isEmpty() || inner.text.isEmpty()) {
      return text.isEmpty() ? inner : this;
    }
    return new FieldPath(inner.text.startsWith("[") ? text + inner.text : text + "." + inner.text);
  }

  /** Returns the path as a JSON Pointer in URI fragment form (RFC 6901, §3 and §6). */
  public String pointer() {
    StringBuilder pointer = new StringBuilder("#");
    Matcher steps = STEP.matcher(text);
    while (steps.find()) {
      String step = text.substring(steps.start(), steps.end());
      String name = step;
      if (step.startsWith("[\"")) {
        name = step.substring(2, step.length() - 2);
      } else if (step.startsWith("[")) {
        name = step.substring(1, step.length() - 1);
      }
      pointer.append('/').append(encoded(name.replace("~", "~0").replace("/", "~1")));
    }
    return pointer.toString();
  }

  /** Percent-encodes the characters that a fragment must not contain (RFC 3986, §2.1 and §3.5). */
  private static String encoded(String name) {
    StringBuilder encoded = new StringBuilder();
    for (byte letter : name.getBytes(StandardCharsets.UTF_8)) {
      if (PLAIN.indexOf(letter) >= 0) {
        encoded.append((char) letter);
      } else {
        encoded.append(String.format("%%%02X", letter & 0xFF));
      }
    }
    return encoded.toString();
  }

  @Override
  public String toString() {
    return text;
  }
}
