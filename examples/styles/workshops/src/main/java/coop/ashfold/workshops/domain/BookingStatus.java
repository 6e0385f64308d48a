package coop.ashfold.workshops.domain;

public enum BookingStatus {
  REQUESTED,
  CONFIRMED,
  CANCELLED
}
