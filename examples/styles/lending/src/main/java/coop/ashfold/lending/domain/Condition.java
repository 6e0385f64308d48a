package coop.ashfold.lending.domain;

public enum Condition {
  GOOD,
  WORN,
  BROKEN
}
