package dev.shelftwin.trial;

import java.util.List;

/** Told how far a trial has come; several routes may run at the same time. */
@FunctionalInterface
public interface TrialProgress {

  /** Tells nobody. */
  TrialProgress SILENT = (route, done, total) -> {};

  /** The routes of the trial are known; elsewhere they are named by their place among these. */
  default void begins(List<Route> routes) {}

  /** A sample is about to go along a route, in the thread that calls this. */
  default void sends(int route, int sample) {}

  /** A route has come to its end, or to a pause before it is repeated alone. */
  default void pauses(int route) {}

  /** The result of a route is known. */
  default void ends(int route, RouteResult result) {}

  /**
   * A sample has gone round.
   *
   * @param route where, as {@code A->B->A}
   * @param done how many samples of all routes have gone round
   * @param total how many there are to go
   */
  void advance(String route, int done, int total);
}
