package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Sends samples along every route of every concept and compares, after each hop, what arrived with
 * what the ledger says.
 */
public final class Trial {

  /** How often a sample is drawn, where the users' types refuse it. */
  private static final int DRAWINGS = 12;

  private final Ledger ledger;
  private final TrialOptions options;
  private final TrialProgress progress;
  private final TrialParts parts;
  private final Ends ends;
  private int done;

  private Trial(
      Ledger ledger, TrialOptions options, TrialProgress progress, TrialParts parts, Ends ends) {
    this.ledger = ledger;
    this.options = options;
    this.progress = progress;
    this.parts = parts;
    this.ends = ends;
  }

  /**
   * Runs a trial.
   *
   * @param ledger what must arrive
   * @param shapes the users' types
   * @param loader of the users' classes and the mappers
   * @param ends where routes lead to, beyond the mappers
   * @param unwritten why a mapper does not exist, by its qualified name: its routes prove nothing
   * @throws dev.shelftwin.finding.InputException where a mapper or a method for samples is missing
   */
  public static TrialResult run(
      Ledger ledger,
      Shapes shapes,
      ClassLoader loader,
      Ends ends,
      Map<String, String> unwritten,
      TrialOptions options,
      TrialProgress progress) {
    TrialParts parts = new TrialParts(ledger, shapes, loader);
    return new Trial(ledger, options, progress, parts, ends).run(unwritten);
  }

  private TrialResult run(Map<String, String> unwritten) {
    List<Route> routes =
        ledger.concepts().stream()
            .filter(concept -> options.includes(concept.name()))
            .flatMap(concept -> Route.of(concept, ends).stream())
            .toList();
    List<RouteResult> results = new ArrayList<>();
    int total = routes.size() * numbers().length;
    for (Route route : routes) {
      results.add(withoutMapper(route, unwritten).orElseGet(() -> run(route, total)));
    }
    return new TrialResult(ledger.plan().name(), options.seed(), results);
  }

  private static Optional<RouteResult> withoutMapper(Route route, Map<String, String> unwritten) {
    return route.hops().stream()
        .map(hop -> mapper(route.concept(), hop))
        .filter(unwritten::containsKey)
        .findFirst()
        .map(
            mapper ->
                notTried(
                    route,
                    "no mapper " + mapper + ": " + Objects.requireNonNull(unwritten.get(mapper))));
  }

  private static RouteResult notTried(Route route, String reason) {
    return new RouteResult(
        route.concept().name(),
        route.labels(),
        0,
        0,
        Outcome.REFUSED,
        Optional.of(reason),
        List.of());
  }

  private static String mapper(ConceptLedger concept, HopLedger hop) {
    return MapperNames.qualifiedName(concept, hop.hop().outer().layer());
  }

  private RouteResult run(Route route, int total) {
    SampleMaker samples = new SampleMaker(route, parts);
    Runner runner = new Runner(route, parts, samples);
    List<Divergence> divergences = new ArrayList<>();
    int sent = 0;
    int refused = 0;
    @Nullable String reason = null;
    for (int number : numbers()) {
      SplittableRandom random = random(route, number);
      boolean accepted = false;
      for (int drawing = 0; drawing < DRAWINGS && !accepted; drawing++) {
        sent++;
        try {
          Sample sample = samples.make(random, drawing > 0);
          note(divergences, sample, runner.run(sample, number), runner);
          accepted = true;
        } catch (SampleRefused refusal) {
          refused++;
          reason = refusal.getMessage();
        } catch (EndMissing missing) {
          return notTried(route, String.valueOf(missing.getMessage()));
        }
      }
      progress.advance(route.toString(), ++done, total);
    }
    Outcome outcome =
        !divergences.isEmpty() ? Outcome.BROKEN : refused == sent ? Outcome.REFUSED : Outcome.HELD;
    return new RouteResult(
        route.concept().name(),
        route.labels(),
        sent,
        refused,
        outcome,
        Optional.ofNullable(reason),
        divergences);
  }

  /** Keeps each failure once, minimised; a sample that tells cutting from rounding corrects it. */
  private static void note(List<Divergence> divergences, Sample sample, Run run, Runner runner) {
    List<Divergence> fresh =
        run.divergences().stream()
            .filter(divergence -> divergences.stream().noneMatch(divergence::isSameFailure))
            .toList();
    if (!fresh.isEmpty()) {
      divergences.addAll(new Minimizer(runner).minimize(sample, new Run(run.snapshots(), fresh)));
    }
    for (Divergence divergence : run.divergences()) {
      if (divergence.kind() == Divergence.Kind.TRUNCATED) {
        divergences.replaceAll(
            known -> known.isSameFailure(divergence) ? known.as(divergence.kind()) : known);
      }
    }
  }

  private int[] numbers() {
    return options.only().isPresent()
        ? new int[] {options.only().getAsInt()}
        : IntStream.range(0, options.samples()).toArray();
  }

  /** Each sample has a source of its own, so that it can be repeated alone. */
  private SplittableRandom random(Route route, int number) {
    long place = (long) route.toString().hashCode() << 32 | number;
    return new SplittableRandom(options.seed() * 0x9E3779B97F4A7C15L + place);
  }
}
