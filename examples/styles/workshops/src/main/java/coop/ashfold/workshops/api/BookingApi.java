package coop.ashfold.workshops.api;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;

public final class BookingApi {
  private BookingApi() {}

  public record PlaceBookingRequest(String workshopCode, List<GuestJson> guests) {}

  public record BookingResponse(
      String number,
      String workshopCode,
      List<GuestJson> guests,
      BigDecimal priceAmount,
      String priceCurrency,
      Instant placedAt,
      String status,
      String remark,
      int places) {}

  public record GuestJson(String name, String email) {}
}
