package dev.shelftwin.plan;

import java.time.LocalDate;
import java.util.Objects;
import java.util.Optional;

/**
 * Why a finding is meant to be so.
 *
 * @param because the reason
 * @param until the last day on which it holds; empty where it holds for good
 */
public record Acceptance(Text because, Optional<LocalDate> until) {

  public Acceptance {
    Objects.requireNonNull(because, "because");
    Objects.requireNonNull(until, "until");
  }

  /** Whether it no longer holds on a day. */
  public boolean isOver(LocalDate day) {
    return until.filter(day::isAfter).isPresent();
  }
}
