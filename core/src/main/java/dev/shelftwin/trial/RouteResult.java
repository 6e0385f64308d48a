package dev.shelftwin.trial;

import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * What became of the samples on one route.
 *
 * @param concept which one
 * @param route the shapes it passes, in order
 * @param samples how many were sent
 * @param refused how many of them the users' own types refused
 * @param outcome how it ended
 * @param reason the last refusal, why there is no mapper, or which fields were not tried; empty
 *     where there is nothing to say
 * @param divergences each field and hop once
 */
public record RouteResult(
    String concept,
    List<String> route,
    int samples,
    int refused,
    Outcome outcome,
    Optional<String> reason,
    List<Divergence> divergences) {

  public RouteResult {
    Objects.requireNonNull(concept, "concept");
    route = List.copyOf(route);
    Objects.requireNonNull(outcome, "outcome");
    Objects.requireNonNull(reason, "reason");
    divergences = List.copyOf(divergences);
  }
}
