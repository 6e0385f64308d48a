package dev.shelftwin.runtime;

import java.util.Objects;

/**
 * Where in an object a value lies, such as {@code operator} or {@code segments[2].target}; empty
 * for the object itself.
 *
 * @param text the path as it is printed; never null
 */
public record FieldPath(String text) {

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

  /** A path that goes on from this one. */
  FieldPath join(FieldPath inner) {
    if (text.isEmpty() || inner.text.isEmpty()) {
      return text.isEmpty() ? inner : this;
    }
    return new FieldPath(inner.text.startsWith("[") ? text + inner.text : text + "." + inner.text);
  }

  @Override
  public String toString() {
    return text;
  }
}
