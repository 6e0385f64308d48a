package coop.ashfold.workshops.domain;

public record EmailAddress(String value) {
  public EmailAddress {
    if (!value.contains("@")) {
      throw new IllegalArgumentException("no e-mail address: " + value);
    }
  }
}
