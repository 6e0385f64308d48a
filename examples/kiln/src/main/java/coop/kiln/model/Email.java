package coop.kiln.model;

/** An address that mail can be sent to. */
public record Email(String value) {

  public Email {
    if (value == null || !value.matches("[^@\\s]+@[^@\\s]+") || value.length() > 120) {
      throw new IllegalArgumentException("an e-mail address has one @ in it, not " + value);
    }
  }
}
