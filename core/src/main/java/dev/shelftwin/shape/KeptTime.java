package dev.shelftwin.shape;

/**
 * What a column keeps of a {@code java.util.Date} or {@code Calendar} (Jakarta Persistence 3.1,
 * §11.1.53 Temporal Annotation).
 */
public enum KeptTime {
  /** The day in the default time zone; the value is its midnight. */
  DAY,
  /** The time of day in the default time zone, to the second; the day is the first of 1970. */
  TIME_OF_DAY
}
