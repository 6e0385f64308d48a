package coop.kiln.api;

import java.time.Duration;
import java.time.Instant;
import java.util.List;

/** A firing as members see it. */
public record FiringView(
    String number,
    String kiln,
    String operator,
    List<SegmentView> schedule,
    int peakCelsius,
    String status,
    Instant started,
    Instant ended,
    Duration duration,
    MoneyView charge,
    String remarks) {}
