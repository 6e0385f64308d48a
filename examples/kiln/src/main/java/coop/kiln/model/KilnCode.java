package coop.kiln.model;

/** The short code painted on a kiln, such as {@code BIG1}. */
public record KilnCode(String value) {

  public KilnCode {
    if (value == null || !value.matches("[A-Z][A-Z0-9]{0,7}")) {
      throw new IllegalArgumentException(
          "a kiln code is up to eight capital letters and digits, not " + value);
    }
  }
}
