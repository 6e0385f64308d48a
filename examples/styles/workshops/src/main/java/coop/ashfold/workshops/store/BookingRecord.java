package coop.ashfold.workshops.store;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;

public record BookingRecord(
    long id,
    String number,
    String workshopCode,
    List<GuestRecord> guests,
    BigDecimal priceAmount,
    String priceCurrency,
    Instant placedAt,
    String status,
    String remark) {}
