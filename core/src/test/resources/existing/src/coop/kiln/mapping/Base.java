package coop.kiln.mapping;

import coop.kiln.api.*;
import coop.kiln.store.*;
import java.util.*;

/** What all mappers below begin with; each of them does one thing differently. */
final class Base {

  private Base() {}

  static WorkshopDto dto(WorkshopRow row) {
    WorkshopDto dto = new WorkshopDto();
    dto.setTitle(row.getTitle());
    dto.setTeacher(row.getTeacher());
    dto.setNotes(row.getNotes());
    dto.setNick(row.getNick());
    dto.setSeats(row.getSeats());
    dto.setTaken(row.getTaken());
    dto.setMinutes(row.getMinutes());
    dto.setExtra(row.getExtra());
    dto.setHidden(row.isHidden());
    dto.setPaid(row.isPaid());
    dto.setLevel(row.getLevel() == null ? null : row.getLevel().name());
    dto.setPrice(row.getPrice());
    dto.setDeposit(row.getDeposit());
    dto.setStarts(row.getStarts());
    dto.setEnds(row.getEnds());
    dto.setPrinted(row.getPrinted() == null ? null : new Date(row.getPrinted().getTime()));
    dto.setDay(row.getDay());
    dto.setBookings(seats(row.getBookings()));
    dto.setTags(row.getTags() == null ? null : new LinkedHashSet<>(row.getTags()));
    dto.setMaterials(row.getMaterials() == null ? null : new TreeMap<>(row.getMaterials()));
    dto.setPlace(place(row.getPlace()));
    return dto;
  }

  static List<SeatDto> seats(List<SeatRow> rows) {
    if (rows == null) {
      return null;
    }
    List<SeatDto> seats = new ArrayList<>();
    for (SeatRow row : rows) {
      seats.add(seat(row));
    }
    return seats;
  }

  static SeatDto seat(SeatRow row) {
    SeatDto seat = new SeatDto();
    seat.setName(row.getName());
    seat.setNumber(row.getNumber());
    seat.setHeld(row.isHeld());
    seat.setRemark(row.getRemark());
    return seat;
  }

  static PlaceDto place(Place place) {
    if (place == null) {
      return null;
    }
    PlaceDto dto = new PlaceDto();
    dto.setStreet(place.getStreet());
    dto.setTown(place.getTown());
    return dto;
  }

  static WorkshopRow row(WorkshopDto dto) {
    WorkshopRow row = new WorkshopRow();
    fill(row, dto);
    return row;
  }

  static void fill(WorkshopRow row, WorkshopDto dto) {
    row.setTitle(dto.getTitle());
    row.setTeacher(dto.getTeacher());
    row.setNotes(dto.getNotes());
    row.setNick(dto.getNick());
    row.setSeats(dto.getSeats());
    row.setTaken(dto.getTaken());
    row.setMinutes(dto.getMinutes());
    row.setExtra(dto.getExtra());
    row.setHidden(dto.isHidden());
    row.setPaid(dto.isPaid());
    row.setLevel(dto.getLevel() == null ? null : Level.valueOf(dto.getLevel()));
    row.setPrice(dto.getPrice());
    row.setDeposit(dto.getDeposit());
    row.setStarts(dto.getStarts());
    row.setEnds(dto.getEnds());
    row.setPrinted(dto.getPrinted() == null ? null : new Date(dto.getPrinted().getTime()));
    row.setDay(dto.getDay());
    List<SeatRow> bookings = new ArrayList<>();
    if (dto.getBookings() != null) {
      for (SeatDto seat : dto.getBookings()) {
        SeatRow booking = new SeatRow();
        booking.setName(seat.getName());
        booking.setNumber(seat.getNumber());
        booking.setHeld(seat.isHeld());
        booking.setRemark(seat.getRemark());
        bookings.add(booking);
      }
    }
    row.setBookings(bookings);
    row.setTags(dto.getTags() == null ? null : new LinkedHashSet<>(dto.getTags()));
    row.setMaterials(dto.getMaterials() == null ? null : new TreeMap<>(dto.getMaterials()));
    if (dto.getPlace() == null) {
      row.setPlace(null);
    } else {
      Place place = new Place();
      place.setStreet(dto.getPlace().getStreet());
      place.setTown(dto.getPlace().getTown());
      row.setPlace(place);
    }
  }
}
