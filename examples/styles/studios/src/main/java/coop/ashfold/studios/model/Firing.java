package coop.ashfold.studios.model;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;

public record Firing(
    String number,
    Optional<String> note,
    Instant startedAt,
    Duration planned,
    Status status,
    List<Segment> segments,
    Map<String, Integer> shares,
    List<String> tags,
    int peakTemperature,
    Optional<Integer> shelfCount,
    Optional<String> operator,
    byte[] seal,
    Optional<Studio> studio,
    List<Status> earlier,
    Optional<String> card,
    Optional<Integer> workHours,
    boolean openToVisitors,
    String line2OfLabel) {

  public Firing {
    if (card.isPresent() && workHours.isPresent()) {
      throw new IllegalArgumentException("a firing is paid by card or in work hours");
    }
  }
}
