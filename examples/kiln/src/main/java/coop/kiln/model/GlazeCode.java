package coop.kiln.model;

/** Under which a glaze stands on the shelf: {@code G-} and up to four digits. */
public record GlazeCode(String value) {

  public GlazeCode {
    if (!value.matches("G-[0-9]{1,4}")) {
      throw new IllegalArgumentException("a glaze's code looks like G-12, not " + value);
    }
  }
}
