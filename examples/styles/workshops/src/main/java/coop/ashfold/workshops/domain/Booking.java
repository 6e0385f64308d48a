package coop.ashfold.workshops.domain;

import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

public final class Booking {
  private final BookingNumber number;
  private final String workshopCode;
  private final List<Guest> guests;
  private final Money price;
  private final Instant placedAt;
  private BookingStatus status;
  private String remark;

  private Booking(
      BookingNumber number,
      String workshopCode,
      List<Guest> guests,
      Money price,
      Instant placedAt,
      BookingStatus status,
      String remark) {
    this.number = Objects.requireNonNull(number);
    this.workshopCode = Objects.requireNonNull(workshopCode);
    this.guests = List.copyOf(guests);
    this.price = Objects.requireNonNull(price);
    this.placedAt = Objects.requireNonNull(placedAt);
    this.status = Objects.requireNonNull(status);
    this.remark = remark;
  }

  public static Booking place(
      BookingNumber number,
      String workshopCode,
      List<Guest> guests,
      Money price,
      Instant placedAt) {
    if (guests.isEmpty()) {
      throw new IllegalArgumentException("a booking needs a guest");
    }
    return new Booking(
        number, workshopCode, guests, price, placedAt, BookingStatus.REQUESTED, null);
  }

  public static Booking restore(
      BookingNumber number,
      String workshopCode,
      List<Guest> guests,
      Money price,
      Instant placedAt,
      BookingStatus status,
      String remark) {
    return new Booking(number, workshopCode, guests, price, placedAt, status, remark);
  }

  public BookingNumber number() {
    return number;
  }

  public String workshopCode() {
    return workshopCode;
  }

  public List<Guest> guests() {
    return guests;
  }

  public Money price() {
    return price;
  }

  public Instant placedAt() {
    return placedAt;
  }

  public BookingStatus status() {
    return status;
  }

  public Optional<String> remark() {
    return Optional.ofNullable(remark);
  }

  public int places() {
    return guests.size();
  }
}
