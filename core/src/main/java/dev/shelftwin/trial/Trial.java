package dev.shelftwin.trial;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Sends samples along the routes of all concepts and compares what arrives with the ledger after
 * every hop. Routes can be run one by one.
 */
public final class Trial {

  /** How many samples are drawn for one number if the users' types reject them. */
  private static final int DRAWS = 12;

  /** How many samples are sent at most besides those asked for, to try every field. */
  private static final int MORE = 100;

  private static final int USUAL_THREADS = 4;

  /** Every thread has a database of its own, which takes longer to open than few samples take. */
  private static final int WORTH_A_DATABASE = 5_000;

  private final Ledger ledger;
  private final TrialOptions options;
  private final Map<String, String> unwritten;
  private final Supplier<TrialTools> newTools;
  private final List<Route> routes;

  /**
   * A trial.
   *
   * @param ledger what must arrive
   * @param shapes the users' types
   * @param loader loads the users' classes and the mappers
   * @param ends the ends of routes, besides the mappers
   * @param unwritten why a mapper does not exist, by its qualified name
   */
  public Trial(
      Ledger ledger,
      Shapes shapes,
      ClassLoader loader,
      Ends ends,
      Map<String, String> unwritten,
      TrialOptions options) {
    this.ledger = ledger;
    this.options = options;
    this.unwritten = Map.copyOf(unwritten);
    Shapes shared = new SharedShapes(shapes);
    this.newTools = () -> new TrialTools(ledger, shared, loader);
    this.routes =
        ledger.concepts().stream()
            .filter(concept -> options.includes(concept.name()))
            .flatMap(concept -> Route.of(concept, ends).stream())
            .toList();
  }

  /** The routes of the trial's concepts, in the order of the plan. */
  public List<Route> routes() {
    return routes;
  }

  /**
   * Runs all routes.
   *
   * @throws dev.shelftwin.finding.InputException if a mapper or a sample method is missing
   */
  public TrialResult run(TrialProgress progress) {
    int total = routes.size() * numbers().length;
    AtomicInteger done = new AtomicInteger();
    int threads = options.threads().orElseGet(() -> usualThreads(total));
    List<RouteResult> results =
        new RouteWorkers<>(threads, newTools)
            .run(
                routes,
                (route, tools) ->
                    run(
                        route,
                        tools,
                        () -> {
                          synchronized (done) {
                            progress.advance(route.toString(), done.incrementAndGet(), total);
                          }
                        }));
    if (threads > 1) {
      results = confirmed(results);
    }
    return new TrialResult(ledger.plan().name(), options.seed(), results);
  }

  private int usualThreads(int samples) {
    boolean oneDatabase = options.ends() && samples < WORTH_A_DATABASE;
    return oneDatabase ? 1 : Math.min(USUAL_THREADS, Runtime.getRuntime().availableProcessors());
  }

  /**
   * Repeats routes that did not hold one by one, because the users' code need not be thread-safe.
   */
  private List<RouteResult> confirmed(List<RouteResult> results) {
    TrialTools tools = newTools.get();
    List<RouteResult> confirmed = new ArrayList<>(results);
    for (int index = 0; index < results.size(); index++) {
      if (results.get(index).outcome() != Outcome.HELD) {
        confirmed.set(index, run(routes.get(index), tools, () -> {}));
      }
    }
    return confirmed;
  }

  /**
   * Runs one route.
   *
   * @throws dev.shelftwin.finding.InputException if a mapper or a sample method is missing
   */
  public RouteResult run(Route route) {
    return run(route, newTools.get(), () -> {});
  }

  private RouteResult run(Route route, TrialTools tools, Runnable afterSample) {
    Optional<String> missing =
        route.hops().stream()
            .map(hop -> MapperNames.qualifiedName(route.concept(), hop.hop().outer().layer()))
            .filter(unwritten::containsKey)
            .findFirst();
    if (missing.isPresent()) {
      return notRun(route, "no mapper " + missing.get() + ": " + unwritten.get(missing.get()));
    }
    AtomicInteger current = new AtomicInteger();
    try {
      return send(route, tools, current, afterSample);
    } catch (InputException wrong) {
      throw wrong;
    } catch (RuntimeException | StackOverflowError | OutOfMemoryError | LinkageError failure) {
      // Whatever the users' code does, it stops its own route only.
      return notRun(
          route, "sample " + current.get() + " cannot be sent: " + Failures.text(failure));
    }
  }

  private RouteResult send(
      Route route, TrialTools tools, AtomicInteger current, Runnable afterSample) {
    RouteSampler sampler = new RouteSampler(route, tools.samplers());
    RouteRun run = new RouteRun(route, tools);
    List<Divergence> divergences = new ArrayList<>();
    int sent = 0;
    int rejected = 0;
    @Nullable String reason = null;
    int[] numbers = numbers();
    int most = options.only().isPresent() ? numbers.length : numbers.length + MORE;
    for (int index = 0; index < most && isNeeded(index, numbers, run); index++) {
      int number = index < numbers.length ? numbers[index] : index;
      SplittableRandom random = random(route, number);
      boolean accepted = false;
      current.set(number);
      for (int draw = 0; draw < DRAWS && !accepted; draw++) {
        sent++;
        try {
          Sample sample = sampler.draw(random, draw > 0);
          record(divergences, sample, run.run(sample, number), run);
          accepted = true;
        } catch (RejectedSample rejection) {
          rejected++;
          reason = rejection.getMessage();
        } catch (EndMissing absent) {
          return notRun(route, String.valueOf(absent.getMessage()));
        }
      }
      if (index < numbers.length) {
        afterSample.run();
      }
    }
    Outcome outcome =
        !divergences.isEmpty() ? Outcome.BROKEN : rejected == sent ? Outcome.REFUSED : Outcome.HELD;
    if (outcome == Outcome.HELD && options.only().isEmpty() && !run.exercised().isComplete()) {
      outcome = Outcome.INCOMPLETE;
      reason =
          "never sent with two different values: " + String.join(", ", run.exercised().missing());
    }
    return new RouteResult(
        route.conceptName(),
        route.stops(),
        sent,
        rejected,
        outcome,
        Optional.ofNullable(reason),
        divergences);
  }

  /** Further samples are sent only while a field has been sent with one value. */
  private static boolean isNeeded(int index, int[] numbers, RouteRun run) {
    return index < numbers.length || !run.exercised().isComplete();
  }

  private static RouteResult notRun(Route route, String reason) {
    return new RouteResult(
        route.conceptName(), route.stops(), 0, 0, Outcome.REFUSED, Optional.of(reason), List.of());
  }

  /** Adds each failure once, with its simplest sample. A later sample may show a truncation. */
  private static void record(
      List<Divergence> divergences, Sample sample, RunResult result, RouteRun run) {
    if (result.divergences().isEmpty()) {
      return;
    }
    List<Divergence> fresh =
        result.divergences().stream()
            .filter(divergence -> divergences.stream().noneMatch(divergence::isSameFailure))
            .toList();
    if (!fresh.isEmpty()) {
      divergences.addAll(
          new Shrinker(run).shrink(sample, new RunResult(result.snapshots(), fresh)));
    }
    for (Divergence divergence : result.divergences()) {
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

  /** Each sample has its own random numbers, so that it can be repeated alone. */
  private SplittableRandom random(Route route, int number) {
    long place = (long) route.toString().hashCode() << 32 | number;
    return new SplittableRandom(options.seed() * 0x9E3779B97F4A7C15L + place);
  }
}
