package coop.ashfold.workshops.domain;

public record BookingNumber(String value) {
  public BookingNumber {
    if (!value.matches("B-\\d{6}")) {
      throw new IllegalArgumentException("no booking number: " + value);
    }
  }
}
