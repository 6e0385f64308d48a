package coop.ashfold.workshops.store;

import java.math.BigDecimal;
import java.time.LocalDateTime;

public record WorkshopRecord(
    long id,
    String code,
    String title,
    LocalDateTime startsAt,
    int lengthMinutes,
    int capacity,
    BigDecimal feeAmount,
    String feeCurrency) {}
