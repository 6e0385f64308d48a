package coop.kiln.model;

/** What stands on the lid of a glaze's bucket. */
public record GlazeCode(String value) {

  public GlazeCode {
    if (value.isBlank() || value.length() > 8) {
      throw new IllegalArgumentException("a glaze's code has 1 to 8 characters");
    }
  }
}
