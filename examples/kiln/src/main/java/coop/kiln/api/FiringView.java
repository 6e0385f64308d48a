package coop.kiln.api;

import java.time.Duration;
import java.time.Instant;

/** A firing as members see it. */
public record FiringView(
    String number,
    String kiln,
    String operator,
    int peakCelsius,
    String status,
    Instant started,
    Instant ended,
    Duration duration) {}
