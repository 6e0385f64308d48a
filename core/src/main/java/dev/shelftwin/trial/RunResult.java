package dev.shelftwin.trial;

import java.util.List;

/**
 * The result of one sample on one route.
 *
 * @param snapshots the objects at each stop that was reached; none if everything arrived
 * @param divergences the divergences of the first hop that has any
 */
record RunResult(List<Snapshot> snapshots, List<Divergence> divergences) {

  /** Everything arrived. */
  static final RunResult HELD = new RunResult(List.of(), List.of());

  RunResult {
    snapshots = List.copyOf(snapshots);
    divergences = List.copyOf(divergences);
  }
}
