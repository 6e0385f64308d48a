package dev.shelftwin.trial;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.BiFunction;

/** Makes a failing sample simpler, one value at a time, for as long as it fails in the same way. */
final class Minimizer {

  private static final int MOST_RUNS = 300;

  private final Runner runner;
  private int runs;

  Minimizer(Runner runner) {
    this.runner = runner;
  }

  /** The divergences of a run as the smallest sample found shows them. */
  List<Divergence> minimize(Sample failing, Run run) {
    Divergence first = run.divergences().get(0);
    Sample smallest = failing;
    Run shown = run;
    boolean simpler = true;
    while (simpler && runs < MOST_RUNS) {
      simpler = false;
      for (Sample candidate : simplifications(smallest)) {
        Run again = again(candidate, first);
        if (!sameFailure(again, first).isEmpty()) {
          smallest = candidate;
          shown = again;
          simpler = true;
          break;
        }
      }
    }
    Run found = shown;
    return run.divergences().stream()
        .map(
            divergence ->
                sameFailure(found, divergence).stream()
                    .findFirst()
                    .map(small -> small.shownBy(found.snapshots()))
                    .orElseGet(() -> divergence.shownBy(run.snapshots())))
        .toList();
  }

  private Run again(Sample candidate, Divergence divergence) {
    runs++;
    try {
      return runner.run(candidate, divergence.sample());
    } catch (SampleRefused refused) {
      return Run.HELD;
    }
  }

  private static List<Divergence> sameFailure(Run run, Divergence divergence) {
    return run.divergences().stream().filter(divergence::isSameFailure).toList();
  }

  private static List<Sample> simplifications(Sample sample) {
    List<Sample> all = new ArrayList<>();
    add(all, sample.start(), sample::withStart);
    add(all, sample.other(), sample::withOther);
    add(all, sample.given(), sample::withGiven);
    return all;
  }

  private static void add(
      List<Sample> all,
      Map<String, Candidate> parts,
      BiFunction<String, Candidate, Sample> replaced) {
    parts.forEach(
        (name, candidate) ->
            candidate.smaller().forEach(simpler -> all.add(replaced.apply(name, simpler))));
  }
}
