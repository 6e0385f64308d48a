package dev.shelftwin.trial;

import java.util.List;

/** Makes a failing sample simpler, one value at a time, as long as it fails in the same way. */
final class Shrinker {

  private static final int MAX_RUNS = 300;

  private final RouteRun run;
  private int runs;

  Shrinker(RouteRun run) {
    this.run = run;
  }

  /** The divergences of a failing sample, as the simplest found sample shows them. */
  List<Divergence> shrink(Sample failing, RunResult result) {
    Divergence first = result.divergences().get(0);
    Sample simplest = failing;
    RunResult shown = result;
    boolean simpler = true;
    while (simpler && runs < MAX_RUNS) {
      simpler = false;
      for (Sample candidate : simplest.simpler()) {
        RunResult again = again(candidate, first);
        if (again.divergences().stream().anyMatch(first::isSameFailure)) {
          simplest = candidate;
          shown = again;
          simpler = true;
          break;
        }
      }
    }
    RunResult found = shown;
    return result.divergences().stream()
        .map(
            divergence ->
                found.divergences().stream()
                    .filter(divergence::isSameFailure)
                    .findFirst()
                    .map(small -> small.shownBy(found.snapshots()))
                    .orElseGet(() -> divergence.shownBy(result.snapshots())))
        .toList();
  }

  private RunResult again(Sample candidate, Divergence divergence) {
    runs++;
    try {
      return run.run(candidate, divergence.sample());
    } catch (RejectedSample rejected) {
      return RunResult.HELD;
    }
  }
}
