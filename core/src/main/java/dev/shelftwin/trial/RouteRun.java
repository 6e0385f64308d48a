package dev.shelftwin.trial;

import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.runtime.Fault;
import dev.shelftwin.runtime.FaultException;
import dev.shelftwin.shape.Field;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntConsumer;
import org.jspecify.annotations.Nullable;

/** Sends samples along one route and compares them after every hop. */
final class RouteRun {

  private final Route route;
  private final TrialTools tools;
  private final CallerRows rows;
  private final Observer observer;
  private final List<StepComparison> comparisons;
  private final RoundTripComparison roundTrip;
  private final IntConsumer begins;
  private final TableTraffic traffic;
  private final ExercisedFields exercised;
  private final List<Optional<FurtherMethods>> further;

  /**
   * Prepares the runs of a route.
   *
   * @param begins told the number of a sample before each run of it
   */
  RouteRun(Route route, TrialTools tools, IntConsumer begins) {
    this.begins = begins;
    this.route = route;
    this.tools = tools;
    this.rows = new CallerRows(tools);
    this.observer = new Observer(route.concept(), tools.access());
    this.comparisons =
        route.steps().stream()
            .map(step -> new StepComparison(route.concept(), step, tools))
            .toList();
    this.traffic = new TableTraffic(route, tools);
    this.roundTrip = new RoundTripComparison(route, tools);
    this.exercised = new ExercisedFields(route, tools, roundTrip.fields());
    List<Optional<FurtherMethods>> methods = new ArrayList<>();
    for (int index = 0; index < comparisons.size(); index++) {
      methods.add(further(route.steps().get(index), comparisons.get(index)));
    }
    this.further = List.copyOf(methods);
  }

  private Optional<FurtherMethods> further(RouteStep step, StepComparison comparison) {
    return step instanceof RouteStep.ByMapper mapper && !route.concept().isExisting(mapper.ledger())
        ? Optional.of(new FurtherMethods(route.concept(), mapper, comparison, tools, observer))
        : Optional.empty();
  }

  /**
   * The divergences of the methods for lists and for families, with the objects of the samples that
   * arrived as they must.
   *
   * @param number the number of the last sample
   */
  List<Divergence> divergencesOfFurtherMethods(int number) {
    return further.stream()
        .flatMap(methods -> methods.stream())
        .flatMap(methods -> methods.divergences(number).stream())
        .toList();
  }

  /** The fields that the samples so far have tried. */
  ExercisedFields exercised() {
    return exercised;
  }

  /**
   * Sends one sample.
   *
   * @param number the number of the sample in the trial
   * @throws RejectedSample if the users' types reject the sample
   */
  RunResult run(Sample sample, int number) {
    begins.accept(number);
    return DefaultTimeZone.kept(() -> send(sample, number));
  }

  private RunResult send(Sample sample, int number) {
    tools.repositories().begin(number);
    tools.normalization().begin();
    Map<String, @Nullable Object> callerValues = sample.passedValues();
    Object object = sample.start().create();
    Observation start = observer.observe(object, route.start());
    List<Stop> stops = new ArrayList<>(List.of(new Stop(route.start().label(), start, null)));
    Observation before = start;
    int last = route.steps().size() - 1;
    for (int index = 0; index <= last; index++) {
      RouteStep step = route.steps().get(index);
      @Nullable Object existing =
          route.updates() && index == last
              ? existing(sample, ((RouteStep.ByMapper) step).ledger(), object)
              : null;
      Optional<Observation> untouched =
          Optional.ofNullable(existing).map(target -> observer.observe(target, step.to()));
      End.@Nullable Passage passage = null;
      try {
        if (step instanceof RouteStep.ThroughEnd end) {
          passage = end.end().pass(object);
          object = passage.object();
        } else {
          HopLedger hop = ((RouteStep.ByMapper) step).ledger();
          Map<String, @Nullable Object> passed =
              rows.passed(route.concept(), hop, object, callerValues);
          object = tools.mappers().map(route.concept(), hop, object, existing, passed);
        }
      } catch (EndOccupied occupied) {
        throw new RejectedSample(step.stop(), String.valueOf(occupied.getMessage()));
      } catch (EndRefusal refusal) {
        return result(stops, List.of(refused(step, refusal, stops, number)));
      } catch (InvocationTargetException thrown) {
        Throwable cause = ObjectAccess.cause(thrown);
        Set<String> legitimate =
            refused((RouteStep.ByMapper) step, object, existing, stops, callerValues);
        Divergence failure = thrown(step, cause, legitimate, number);
        return result(stops, List.of(failure));
      }
      Observation source = before;
      Observation after = observer.observe(object, step.to());
      stops.add(new Stop(step.stop(), after, passage));
      List<Divergence> divergences =
          divergences(index, before, after, untouched, callerValues, number);
      if (!divergences.isEmpty()) {
        return result(stops, divergences);
      }
      exercised.note(index, before, tools.stubs());
      FurtherMethods.Mapped mapped =
          new FurtherMethods.Mapped(
              source, after, untouched.flatMap(old -> sample.existing()), callerValues);
      further.get(index).ifPresent(methods -> methods.note(mapped));
      before = after;
    }
    exercised.noteStart(sample.start());
    List<Divergence> late = roundTrip.divergences(start, before, exercised.fromStubs(), number);
    return late.isEmpty() ? RunResult.HELD : result(stops, late);
  }

  /** The object that a mapper updates, which nobody has changed since the source was read. */
  private Object existing(Sample sample, HopLedger hop, Object source) {
    Object existing = sample.existing().map(SampleRecipe::create).orElseThrow();
    tools.versions().keep(route.concept(), hop, source, existing);
    return existing;
  }

  /** What did not arrive at a step as it must, or must not have arrived. */
  private List<Divergence> divergences(
      int index,
      Observation before,
      Observation after,
      Optional<Observation> untouched,
      Map<String, @Nullable Object> callerValues,
      int number) {
    StepComparison comparison = comparisons.get(index);
    List<Divergence> divergences =
        route.steps().get(index) instanceof RouteStep.ByMapper mapper
            ? comparison.afterMapper(
                mapper.ledger(), before, after, untouched, callerValues, number)
            : comparison.afterEnd(before, after, number);
    return divergences.isEmpty() ? traffic.leaks(index, after, number) : divergences;
  }

  /**
   * What the rows cost when many are read at once.
   *
   * @param samples from which the rows are made
   */
  Optional<RowLoads> loads(List<Sample> samples) {
    return traffic.loads(samples);
  }

  /** A lost update of a row, if its version is not what keeps updates apart. */
  Optional<Divergence> lostUpdate(List<Sample> samples, int number) {
    return traffic.lostUpdate(samples, number);
  }

  /**
   * The fields that the mapper may refuse, where the ledger's own conversions refuse them too.
   * Requests and rows may be refused; objects of the domain must not be, but for values that the
   * plan accepts to be out of range.
   */
  private Set<String> refused(
      RouteStep.ByMapper step,
      Object source,
      @Nullable Object existing,
      List<Stop> stops,
      Map<String, @Nullable Object> callerValues) {
    boolean fromOutside =
        stops.stream().noneMatch(stop -> stop.observation().shape().equals(route.concept().hub()));
    HopLedger hop = step.ledger();
    Set<String> accepted = fromOutside ? Set.of() : tools.accepted().refusals(hop);
    if (!fromOutside && accepted.isEmpty()) {
      return Set.of();
    }
    Set<String> refused =
        new HashSet<>(
            tools.hops().refused(hop, source, Optional.ofNullable(existing), callerValues));
    refused.removeIf(field -> !fromOutside && !accepted.contains(field));
    return refused;
  }

  /** An object that an end rejected, at the field that the end names if it names one. */
  private Divergence refused(RouteStep step, EndRefusal refusal, List<Stop> stops, int number) {
    Observation sent = stops.get(stops.size() - 1).observation();
    ResolvedShape shape = step.to();
    Optional<Field> field = shape.shape().field(refusal.field());
    return new Divergence(
        step.label(),
        field.map(shape::path).orElse(shape.shape().type().simpleName()),
        Divergence.Kind.REFUSED,
        field.map(known -> tools.text().of(sent.of(known).value())).orElse(Divergence.AN_OBJECT),
        String.valueOf(refusal.getMessage()),
        number,
        List.of());
  }

  /**
   * What a mapper threw.
   *
   * @param legitimate the fields that it may refuse
   * @throws RejectedSample if it refused nothing else
   */
  private Divergence thrown(RouteStep step, Throwable cause, Set<String> legitimate, int number) {
    String type = step.to().shape().type().simpleName();
    boolean existing =
        step instanceof RouteStep.ByMapper mapper && route.concept().isExisting(mapper.ledger());
    if (existing && !legitimate.isEmpty()) {
      // Only generated mappers name the field; the users' own throw what the domain throws.
      throw new RejectedSample(step.label(), Failures.text(cause));
    }
    if (!(cause instanceof FaultException faults)) {
      return divergence(
          step, type, Divergence.Kind.FAILED, Divergence.AN_OBJECT, Failures.text(cause), number);
    }
    HopLedger hop = ((RouteStep.ByMapper) step).ledger();
    ResolvedShape from = hop.hop().from();
    for (Fault fault : faults.faults()) {
      if (!isOf(fault, hop) || !legitimate.contains(HopRunner.head(fault.path().text()))) {
        return divergence(
            step, type, Divergence.Kind.REFUSED, Divergence.AN_OBJECT, fault.toString(), number);
      }
    }
    Fault first = faults.faults().get(0);
    String head = HopRunner.head(first.path().text());
    throw new RejectedSample(from.label() + (head.isEmpty() ? "" : "." + head), first.message());
  }

  /** Whether a fault names the object that holds the value; only generated mappers must. */
  private boolean isOf(Fault fault, HopLedger hop) {
    ResolvedShape from = hop.hop().from();
    return hop.family().isPresent()
        || !tools.mappers().isGenerated(route.concept(), hop)
        || (fault.layer().equals(from.layer().name())
            && (fault.shape() + " ").startsWith(from.shape().type().simpleName() + " "));
  }

  private static Divergence divergence(
      RouteStep step, String field, Divergence.Kind kind, String before, String after, int number) {
    return new Divergence(step.label(), field, kind, before, after, number, List.of());
  }

  /** Values are converted to text only if somebody will read them. */
  private RunResult result(List<Stop> stops, List<Divergence> divergences) {
    return new RunResult(stops.stream().map(this::snapshot).toList(), divergences);
  }

  private Snapshot snapshot(Stop stop) {
    Map<String, String> types = stop.passage() == null ? Map.of() : stop.passage().types();
    List<Snapshot.Value> values = new ArrayList<>();
    Observation observed = stop.observation();
    for (Field field : observed.fields().fields()) {
      ObservedValue value = observed.of(field);
      values.add(
          new Snapshot.Value(
              route.concept().pairing().hubName(field.name(), observed.shape()),
              field.name(),
              value instanceof ObservedValue.Cleared
                  ? "(cleared)"
                  : tools.text().shown(value.value()),
              types.getOrDefault(field.name(), "")));
    }
    return new Snapshot(stop.label(), values, stop.passage() == null ? "" : stop.passage().text());
  }

  /** What was observed at one stop of the route. */
  private record Stop(String label, Observation observation, End.@Nullable Passage passage) {}
}
