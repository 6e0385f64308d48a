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
 * @param refusals why the users' own types refused some of them
 * @param outcome how it ended
 * @param reason why nothing could be sent, or which fields were not tried; empty where there is
 *     nothing to say
 * @param unexercised the fields, as {@code Shape.field}, that no sample tried enough
 * @param divergences each field and hop once
 */
public record RouteResult(
    String concept,
    List<String> route,
    int samples,
    List<Refusal> refusals,
    Outcome outcome,
    Optional<String> reason,
    List<String> unexercised,
    List<Divergence> divergences) {

  public RouteResult {
    Objects.requireNonNull(concept, "concept");
    route = List.copyOf(route);
    refusals = List.copyOf(refusals);
    Objects.requireNonNull(outcome, "outcome");
    Objects.requireNonNull(reason, "reason");
    unexercised = List.copyOf(unexercised);
    divergences = List.copyOf(divergences);
  }

  /** How many samples the users' own types refused. */
  public int refused() {
    return refusals.stream().mapToInt(Refusal::count).sum();
  }
}
