package coop.kiln.model;

import java.util.Locale;

/** The number of a firing in the kiln book, such as {@code F-00317}. */
public record FiringNumber(String value) {

  public FiringNumber {
    if (value == null || !value.matches("F-\\d{5}")) {
      throw new IllegalArgumentException("a firing number looks like F-00317, not " + value);
    }
  }

  public static FiringNumber of(int count) {
    return new FiringNumber(String.format(Locale.ROOT, "F-%05d", count));
  }
}
