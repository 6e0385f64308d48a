package dev.shelftwin.trial;

import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.runtime.FaultException;
import dev.shelftwin.shape.Field;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Sends samples along one route and compares them after every hop. */
final class RouteRun {

  private final Route route;
  private final TrialTools tools;
  private final Observer observer;
  private final List<StepComparison> comparisons;
  private final RoundTripComparison roundTrip;
  private final ExercisedFields exercised;

  RouteRun(Route route, TrialTools tools) {
    this.route = route;
    this.tools = tools;
    this.observer = new Observer(route.concept(), tools.access());
    this.comparisons =
        route.steps().stream()
            .map(step -> new StepComparison(route.concept(), step, tools))
            .toList();
    this.exercised = new ExercisedFields(route, tools.shapes(), tools.text());
    this.roundTrip = new RoundTripComparison(route, tools);
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
    tools.repositories().begin(number);
    Map<String, @Nullable Object> callerValues = new LinkedHashMap<>();
    sample.callerValues().forEach((name, value) -> callerValues.put(name, value.value()));
    Object object = sample.start().create();
    Observation start = observer.observe(object, route.start());
    List<Stop> stops = new ArrayList<>(List.of(new Stop(route.start().label(), start, null)));
    Observation before = start;
    int last = route.steps().size() - 1;
    for (int index = 0; index <= last; index++) {
      RouteStep step = route.steps().get(index);
      @Nullable Object existing =
          route.updates() && index == last
              ? sample.existing().map(SampleRecipe::create).orElseThrow()
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
          object = mapped(hop, object, existing, callerValues);
        }
      } catch (EndRefusal refusal) {
        return result(stops, List.of(refused(step, refusal, stops, number)));
      } catch (InvocationTargetException thrown) {
        Divergence failure = thrown(step, ObjectAccess.cause(thrown), stops, number);
        return result(stops, List.of(failure));
      }
      Observation after = observer.observe(object, step.to());
      stops.add(new Stop(step.stop(), after, passage));
      StepComparison comparison = comparisons.get(index);
      List<Divergence> divergences =
          step instanceof RouteStep.ByMapper mapper
              ? comparison.afterMapper(
                  mapper.ledger(), before, after, untouched, callerValues, number)
              : comparison.afterEnd(before, after, number);
      if (!divergences.isEmpty()) {
        return result(stops, divergences);
      }
      exercised.note(index, before);
      before = after;
    }
    List<Divergence> late = roundTrip.divergences(start, before, number);
    return late.isEmpty() ? RunResult.HELD : result(stops, late);
  }

  private Object mapped(
      HopLedger hop,
      Object source,
      @Nullable Object target,
      Map<String, @Nullable Object> callerValues)
      throws InvocationTargetException {
    CompiledMappers mappers = tools.mappers();
    if (target == null) {
      return Objects.requireNonNull(mappers.create(route.concept(), hop, source, callerValues));
    }
    @Nullable Object created = mappers.update(route.concept(), hop, target, source, callerValues);
    return created == null ? target : created;
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
        field.map(known -> tools.text().of(sent.of(known).value())).orElse("a " + shape.shape()),
        String.valueOf(refusal.getMessage()),
        number,
        List.of());
  }

  /** Requests may be rejected; objects of the domain must not be. */
  private Divergence thrown(RouteStep step, Throwable cause, List<Stop> stops, int number) {
    boolean fault = cause instanceof FaultException;
    boolean fromOutside =
        stops.stream().noneMatch(stop -> stop.observation().shape().equals(route.concept().hub()));
    if (fault && fromOutside) {
      throw new RejectedSample(String.valueOf(cause.getMessage()));
    }
    String type = step.to().shape().type().simpleName();
    return new Divergence(
        step.label(),
        type,
        fault ? Divergence.Kind.REFUSED : Divergence.Kind.FAILED,
        "a " + type,
        fault ? String.valueOf(cause.getMessage()) : cause.toString(),
        number,
        List.of());
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
              value instanceof ObservedValue.Cleared ? "(cleared)" : tools.text().of(value.value()),
              types.getOrDefault(field.name(), "")));
    }
    return new Snapshot(stop.label(), values, stop.passage() == null ? "" : stop.passage().text());
  }

  /** What was observed at one stop of the route. */
  private record Stop(String label, Observation observation, End.@Nullable Passage passage) {}
}
