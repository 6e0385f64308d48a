package coop.ashfold.workshops.api;

import java.math.BigDecimal;
import java.time.LocalDateTime;

public interface WorkshopApi {
  record WorkshopResponse(
      String code,
      String title,
      LocalDateTime startsAt,
      long lengthMinutes,
      int capacity,
      MoneyJson fee) {}

  record MoneyJson(BigDecimal amount, String currency) {}
}
