package coop.ashfold.lending.domain;

public record MemberNumber(String value) {
  public MemberNumber {
    if (value == null || !value.matches("M-\\d{6}"))
      throw new IllegalArgumentException("not a member number: " + value);
  }
}
