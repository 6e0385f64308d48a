package dev.shelftwin.trial;

import java.util.List;

/**
 * What became of one sample on one route.
 *
 * @param snapshots at the start and after each hop that was reached
 * @param divergences of the first hop that diverged; empty where all held
 */
record Run(List<Snapshot> snapshots, List<Divergence> divergences) {

  Run {
    snapshots = List.copyOf(snapshots);
    divergences = List.copyOf(divergences);
  }
}
