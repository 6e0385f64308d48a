package coop.kiln.api;

import java.time.Duration;

/** One stretch of a schedule: degrees Celsius an hour, degrees Celsius, and how long. */
public record SegmentView(int rate, int target, Duration hold) {}
