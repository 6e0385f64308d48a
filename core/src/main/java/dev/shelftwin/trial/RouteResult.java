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
 * @param exercised the fields, as {@code Shape.field}, that were tried enough; they held unless
 *     they are among the divergences
 * @param unexercised the fields, as {@code Shape.field}, that no sample tried enough
 * @param divergences each field and hop once
 * @param loads what the rows on the route cost when they are read; empty if that was not tried
 */
public record RouteResult(
    String concept,
    List<String> route,
    int samples,
    List<Refusal> refusals,
    Outcome outcome,
    Optional<String> reason,
    List<String> exercised,
    List<String> unexercised,
    List<Divergence> divergences,
    Optional<RowLoads> loads) {

  public RouteResult {
    Objects.requireNonNull(concept, "concept");
    route = List.copyOf(route);
    refusals = List.copyOf(refusals);
    Objects.requireNonNull(outcome, "outcome");
    Objects.requireNonNull(reason, "reason");
    exercised = List.copyOf(exercised);
    unexercised = List.copyOf(unexercised);
    divergences = List.copyOf(divergences);
    Objects.requireNonNull(loads, "loads");
  }

  /** The result of a route on which no sample could be sent. */
  public static RouteResult refused(String concept, List<String> route, String reason) {
    return new RouteResult(
        concept,
        route,
        0,
        List.of(),
        Outcome.REFUSED,
        Optional.of(reason),
        List.of(),
        List.of(),
        List.of(),
        Optional.empty());
  }

  /** How many samples the users' own types refused. */
  public int refused() {
    return refusals.stream().mapToInt(Refusal::count).sum();
  }
}
