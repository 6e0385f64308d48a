package coop.kiln.model;

/** A telephone number as the member wrote it. */
public record Phone(String value) {

  public Phone {
    if (value == null || !value.matches("\\+?[0-9 ]{5,30}")) {
      throw new IllegalArgumentException("a telephone number has digits and spaces, not " + value);
    }
  }
}
