package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;

/**
 * A part of the plan that can decide how a field is mapped. A word that decides nothing is reported
 * as stale. Two words are equal only if they stand at the same place.
 */
public interface PlanWord {

  /** Where the word stands. */
  Place at();
}
