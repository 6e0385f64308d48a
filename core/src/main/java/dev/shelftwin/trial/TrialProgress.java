package dev.shelftwin.trial;

/** Told how far a trial has come. */
@FunctionalInterface
public interface TrialProgress {

  /** Tells nobody. */
  TrialProgress SILENT = (route, done, total) -> {};

  /**
   * A sample has gone round.
   *
   * @param route where, as {@code A->B->A}
   * @param done how many samples of all routes have gone round
   * @param total how many there are to go
   */
  void advance(String route, int done, int total);
}
