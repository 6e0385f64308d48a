package dev.shelftwin.report;

import dev.shelftwin.shape.KebabCase;
import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.TrialResult;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What a trial showed, as the page shows it.
 *
 * @param held how many routes held
 * @param routes how many there are
 * @param samples how many samples were sent
 * @param tried how many fields were sent with enough values
 * @param untried how many were not
 */
public record TrialPage(long seed, long held, long routes, long samples, long tried, long untried) {

  /**
   * A route.
   *
   * @param outcome such as {@code held}
   * @param stops the shapes that it passes
   * @param notes why samples were refused, or fields were not tried
   */
  public record Route(
      String outcome,
      int samples,
      int refused,
      List<String> stops,
      List<String> notes,
      List<Failure> failures) {
    public Route {
      stops = List.copyOf(stops);
      notes = List.copyOf(notes);
      failures = List.copyOf(failures);
    }
  }

  /**
   * Fields that diverge together.
   *
   * @param texts one for each, as the terminal shows it
   * @param evidence empty where an earlier route has it
   */
  public record Failure(List<String> texts, Optional<Evidence> evidence) {
    public Failure {
      texts = List.copyOf(texts);
    }
  }

  static TrialPage of(TrialResult result) {
    Coverage coverage = new Coverage(result);
    return new TrialPage(
        result.seed(),
        result.routes().stream().filter(route -> route.outcome() == Outcome.HELD).count(),
        result.routes().size(),
        result.routes().stream().mapToLong(RouteResult::samples).sum(),
        coverage.tried.size(),
        coverage.untried.size());
  }

  /** The routes of each concept, by its name. */
  static Map<String, List<Route>> routes(TrialResult result) {
    Map<String, List<Route>> routes = new LinkedHashMap<>();
    Set<String> told = new HashSet<>();
    for (RouteResult route : result.routes()) {
      List<String> notes = new ArrayList<>();
      route.refusals().forEach(one -> notes.add("refused " + one.count() + ": " + one.example()));
      route.reason().filter(reason -> route.refusals().isEmpty()).ifPresent(notes::add);
      routes
          .computeIfAbsent(route.concept(), concept -> new ArrayList<>())
          .add(
              new Route(
                  KebabCase.of(route.outcome()),
                  route.samples(),
                  route.refused(),
                  route.route(),
                  notes,
                  failures(route, told)));
    }
    return routes;
  }

  private static List<Failure> failures(RouteResult route, Set<String> told) {
    List<Failure> failures = new ArrayList<>();
    for (List<Divergence> together : TrialText.together(route)) {
      boolean isNew = told.addAll(together.stream().map(TrialText::identity).toList());
      failures.add(
          new Failure(
              together.stream()
                  .map(one -> TrialText.of(one, Style.PLAIN).strip())
                  .collect(Collectors.toList()),
              isNew ? Evidence.of(together) : Optional.empty()));
    }
    return failures;
  }

  /** Which fields a trial has tried, as {@code Shape.field}. */
  static final class Coverage {

    private final Set<String> broken = new HashSet<>();
    private final Set<String> tried = new HashSet<>();
    private final Set<String> untried = new HashSet<>();

    Coverage(TrialResult result) {
      for (RouteResult route : result.routes()) {
        route.divergences().forEach(one -> broken.add(one.field()));
        tried.addAll(route.exercised());
        untried.addAll(route.unexercised());
      }
      untried.removeAll(tried);
    }

    /** What became of a field; empty if no route reads it. */
    String of(String path) {
      if (broken.stream()
          .anyMatch(
              one ->
                  one.equals(path) || one.startsWith(path + ".") || one.startsWith(path + "["))) {
        return "broken";
      }
      return tried.contains(path) ? "tried" : untried.contains(path) ? "not tried" : "";
    }
  }
}
