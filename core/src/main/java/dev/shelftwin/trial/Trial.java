package dev.shelftwin.trial;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Sends samples along the routes of all concepts and compares what arrives with the ledger after
 * every hop. Routes can be run one by one.
 */
public final class Trial {

  /** How many samples are drawn for one number if the users' types reject them. */
  private static final int DRAWS = 12;

  /** How many samples are sent at most besides those asked for, to try every field. */
  private static final int MORE = 100;

  /** How many samples are tried in vain before a route is given up. */
  private static final int VAIN = 20;

  /** How many samples are kept to be sent once more with values that must be refused. */
  private static final int COMPLETE = 8;

  /** The most rows that are read at once to count the statements. */
  private static final int LOADED = 100;

  private static final int USUAL_THREADS = 4;

  /** Every thread has a database of its own, which takes longer to open than few samples take. */
  private static final int WORTH_A_DATABASE = 5_000;

  private final Ledger ledger;
  private final TrialOptions options;
  private final TriedMappers mappers;
  private final Supplier<TrialTools> newTools;
  private final List<Route> routes;

  /** The first route with each mapper of stored rows; their statements are counted. */
  private final Set<Route> loading;

  /**
   * A trial.
   *
   * @param ledger what must arrive
   * @param shapes the users' types
   * @param loader loads the users' classes and the mappers
   * @param ends the ends of routes, besides the mappers
   * @param mappers which mappers are tried
   */
  public Trial(
      Ledger ledger,
      Shapes shapes,
      ClassLoader loader,
      Ends ends,
      TriedMappers mappers,
      TrialOptions options) {
    this.ledger = ledger;
    this.options = options;
    this.mappers = mappers;
    Shapes shared = new SharedShapes(shapes);
    this.newTools = () -> new TrialTools(ledger, shared, loader, mappers);
    this.routes =
        ledger.concepts().stream()
            .filter(concept -> options.includes(concept.name()))
            .flatMap(concept -> Route.of(concept, ends).stream())
            .filter(this::hasMappers)
            .toList();
    Set<HopLedger> seen = Collections.newSetFromMap(new IdentityHashMap<>());
    this.loading =
        routes.stream()
            .filter(
                route -> {
                  OptionalInt table = route.table();
                  return table.isPresent() && seen.add(route.mapperAt(table.getAsInt() + 1));
                })
            .collect(Collectors.toSet());
  }

  /** Whether existing mappers create and update what a route needs; most do only one of both. */
  private boolean hasMappers(Route route) {
    return IntStream.range(0, route.hops().size()).allMatch(index -> hasMapper(route, index));
  }

  private boolean hasMapper(Route route, int index) {
    HopLedger hop = route.hops().get(index);
    boolean updates = route.updates() && index == route.hops().size() - 1;
    return !route.concept().isExisting(hop)
        || mappers.existing().of(route.concept(), hop, updates).isPresent()
        || mappers.existing().of(route.concept(), hop, !updates).isEmpty();
  }

  /** Why the existing mapper of a hop cannot be called; empty if it can. */
  private Optional<String> uncallable(Route route) {
    return route.hops().stream()
        .filter(hop -> route.concept().isExisting(hop))
        .filter(
            hop ->
                mappers.existing().of(route.concept(), hop, true).isEmpty()
                    && mappers.existing().of(route.concept(), hop, false).isEmpty())
        .findFirst()
        .map(hop -> "the existing mapper of " + hop.hop() + " cannot be called");
  }

  /** The routes of the trial's concepts, in the order of the plan. */
  public List<Route> routes() {
    return routes;
  }

  /**
   * Runs all routes but those that the options skip.
   *
   * @throws dev.shelftwin.finding.InputException if a mapper or a sample method is missing
   */
  public TrialResult run(TrialProgress progress) {
    progress.begins(routes);
    List<Integer> places =
        IntStream.range(0, routes.size())
            .filter(place -> !options.skipped().contains(place))
            .boxed()
            .toList();
    int total = places.size() * numbers().length;
    AtomicInteger done = new AtomicInteger();
    int threads = options.threads().orElseGet(() -> usualThreads(total));
    List<RouteResult> results =
        new RouteWorkers<>(threads, newTools)
            .run(
                places,
                (place, tools) -> {
                  Reporter reporter = new Reporter(progress, place, done, total);
                  RouteResult result = run(routes.get(place), tools, reporter);
                  progress.pauses(place);
                  if (threads == 1 || isCertain(result)) {
                    progress.ends(place, result);
                  }
                  return result;
                });
    if (threads > 1) {
      results = confirmed(places, results, progress);
    }
    return new TrialResult(ledger.plan().name(), options.seed(), results);
  }

  /** Tells of the samples of one route. */
  private record Reporter(TrialProgress progress, int place, AtomicInteger done, int total) {

    void sends(int sample) {
      progress.sends(place, sample);
    }

    /** What follows takes as long as a database takes, and no sample is waited for. */
    void pauses() {
      progress.pauses(place);
    }

    void sent(Route route) {
      synchronized (done) {
        progress.advance(route.toString(), done.incrementAndGet(), total);
      }
    }
  }

  private int usualThreads(int samples) {
    boolean oneDatabase = options.ends() && samples < WORTH_A_DATABASE;
    return oneDatabase ? 1 : Math.min(USUAL_THREADS, Runtime.getRuntime().availableProcessors());
  }

  /**
   * Repeats routes one by one that did not hold, or needed further samples, because the users' code
   * need not be thread-safe.
   */
  private List<RouteResult> confirmed(
      List<Integer> places, List<RouteResult> results, TrialProgress progress) {
    TrialTools tools = newTools.get();
    List<RouteResult> confirmed = new ArrayList<>(results);
    for (int index = 0; index < places.size(); index++) {
      if (!isCertain(results.get(index))) {
        int place = places.get(index);
        Reporter reporter = new Reporter(new OnlySending(progress), place, new AtomicInteger(), 0);
        RouteResult result = run(routes.get(place), tools, reporter);
        progress.pauses(place);
        progress.ends(place, result);
        confirmed.set(index, result);
      }
    }
    return confirmed;
  }

  /** Samples that are repeated are not counted again. */
  private record OnlySending(TrialProgress progress) implements TrialProgress {

    @Override
    public void sends(int route, int sample) {
      progress.sends(route, sample);
    }

    @Override
    public void advance(String route, int done, int total) {}
  }

  private boolean isCertain(RouteResult result) {
    int accepted = result.samples() - result.refused();
    return result.outcome() == Outcome.HELD && accepted <= numbers().length;
  }

  /**
   * Runs one route.
   *
   * @throws dev.shelftwin.finding.InputException if a mapper or a sample method is missing
   */
  public RouteResult run(Route route) {
    return run(
        route, newTools.get(), new Reporter(TrialProgress.SILENT, 0, new AtomicInteger(), 0));
  }

  private RouteResult run(Route route, TrialTools tools, Reporter reporter) {
    Optional<String> missing =
        route.hops().stream()
            .filter(hop -> !route.concept().isExisting(hop))
            .flatMap(hop -> whyUnwritten(route.concept(), hop).stream())
            .findFirst();
    if (missing.isPresent()) {
      return notRun(route, missing.get());
    }
    Optional<String> uncallable = uncallable(route);
    if (uncallable.isPresent()) {
      return notRun(route, uncallable.get());
    }
    AtomicInteger current = new AtomicInteger();
    try {
      return send(route, tools, current, reporter);
    } catch (InputException wrong) {
      throw wrong;
    } catch (RuntimeException | StackOverflowError | OutOfMemoryError | LinkageError failure) {
      // Whatever the users' code does, it stops its own route only.
      return notRun(
          route, "sample " + current.get() + " cannot be sent: " + Failures.text(failure));
    }
  }

  private Optional<String> whyUnwritten(ConceptLedger concept, HopLedger hop) {
    String mapper = MapperNames.qualifiedName(concept, hop.hop().outer().layer());
    return mappers
        .whyUnwritten(mapper, hop.hop())
        .map(why -> "no mapper " + mapper + " for " + hop.hop() + ": " + why);
  }

  private RouteResult send(
      Route route, TrialTools tools, AtomicInteger current, Reporter reporter) {
    int[] numbers = numbers();
    reporter.sends(numbers[0]); // the users' classes are initialised from here on
    RouteSampler sampler = new RouteSampler(route, tools.samplers());
    RouteRun run = new RouteRun(route, tools, reporter::sends);
    List<Divergence> divergences = new ArrayList<>();
    int sent = 0;
    Refusals refusals = new Refusals();
    List<Sample> complete = new ArrayList<>();
    int kept = loading.contains(route) ? LOADED : COMPLETE;
    int most = options.only().isPresent() ? numbers.length : numbers.length + MORE;
    for (int index = 0; index < most && isNeeded(index, numbers, run); index++) {
      int number = index < numbers.length ? numbers[index] : index;
      SplittableRandom random = random(route, number);
      boolean accepted = false;
      current.set(number);
      reporter.sends(number);
      for (int draw = 0; draw < DRAWS && !accepted; draw++) {
        sent++;
        try {
          Sample sample = sampler.draw(random, draw > 0);
          RunResult result = run.run(sample, number);
          record(divergences, sample, result, run);
          if (result.divergences().isEmpty() && complete.size() < kept) {
            complete.add(sample);
          }
          accepted = true;
        } catch (RejectedSample rejection) {
          refusals.add(rejection);
        } catch (EndMissing absent) {
          return notRun(route, String.valueOf(absent.getMessage()));
        }
      }
      if (index < numbers.length) {
        reporter.sent(route);
      }
      if (index + 1 == VAIN && refusals.count() == sent) {
        break;
      }
    }
    divergences.addAll(run.divergencesOfFurtherMethods(current.get()));
    divergences.addAll(
        new RefusedValues(route, tools)
            .divergences(complete.subList(0, Math.min(COMPLETE, complete.size())), current.get()));
    reporter.pauses();
    boolean countsStatements = loading.contains(route) && options.only().isEmpty();
    Optional<RowLoads> loads = countsStatements ? run.loads(complete) : Optional.empty();
    if (countsStatements) {
      run.lostUpdate(complete, current.get()).ifPresent(divergences::add);
    }
    return result(route, sent, refusals, divergences, run.exercised(), loads);
  }

  private RouteResult result(
      Route route,
      int sent,
      Refusals refusals,
      List<Divergence> divergences,
      ExercisedFields exercised,
      Optional<RowLoads> loads) {
    Outcome outcome = Outcome.HELD;
    Optional<String> reason = Optional.empty();
    if (!divergences.isEmpty()) {
      outcome = Outcome.BROKEN;
    } else if (refusals.count() == sent) {
      outcome = Outcome.REFUSED;
      reason = refusals.all().stream().map(Refusal::example).findFirst();
    } else if (options.only().isEmpty() && !exercised.isComplete()) {
      outcome = Outcome.INCOMPLETE;
      reason = Optional.of(exercised.reason());
    }
    return new RouteResult(
        route.conceptName(),
        route.stops(),
        sent,
        refusals.all(),
        outcome,
        reason,
        exercised.fields(),
        outcome == Outcome.INCOMPLETE ? exercised.missing() : List.of(),
        divergences,
        loads);
  }

  /** Further samples are sent only while a field has been sent with one value. */
  private static boolean isNeeded(int index, int[] numbers, RouteRun run) {
    return index < numbers.length || run.exercised().needsSamples();
  }

  private static RouteResult notRun(Route route, String reason) {
    return RouteResult.refused(route.conceptName(), route.stops(), reason);
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
