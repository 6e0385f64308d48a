package dev.shelftwin.draft;

import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.plan.Plan;
import java.util.List;

/** Runs the existing mappers of a plan and finds out what they do. */
@FunctionalInterface
public interface MapperObservation {

  /** Runs nothing. */
  MapperObservation NONE = plan -> List.of();

  /**
   * What the existing mappers of a plan do.
   *
   * @param plan a plan that may be written nowhere; its paths are relative to the proposed plan
   */
  List<ObservedMapper> of(Plan plan);
}
