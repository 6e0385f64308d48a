package dev.shelftwin.trial;

import java.util.List;

/**
 * What became of one sample on one route.
 *
 * @param snapshots at the start and at each stop that was reached; none where all held
 * @param divergences of the first hop that diverged; empty where all held
 */
record Run(List<Snapshot> snapshots, List<Divergence> divergences) {

  /** Everything arrived. */
  static final Run HELD = new Run(List.of(), List.of());

  Run {
    snapshots = List.copyOf(snapshots);
    divergences = List.copyOf(divergences);
  }
}
