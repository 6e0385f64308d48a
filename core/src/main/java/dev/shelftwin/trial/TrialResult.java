package dev.shelftwin.trial;

import java.util.List;
import java.util.Objects;

/**
 * What a trial showed.
 *
 * @param plan the plan's name
 * @param seed that repeats it
 * @param routes in the order of the plan
 */
public record TrialResult(String plan, long seed, List<RouteResult> routes) {

  public TrialResult {
    Objects.requireNonNull(plan, "plan");
    routes = List.copyOf(routes);
  }

  /** Whether every route held. */
  public boolean held() {
    return routes.stream().allMatch(route -> route.outcome() == Outcome.HELD);
  }
}
