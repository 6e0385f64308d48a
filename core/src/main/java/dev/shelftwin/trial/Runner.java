package dev.shelftwin.trial;

import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.runtime.FaultException;
import dev.shelftwin.shape.Field;
import dev.shelftwin.trial.Divergence.Kind;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Sends one sample along one route and compares after every hop with what the ledger says. */
final class Runner {

  private final Route route;
  private final TrialParts parts;
  private final SampleMaker samples;

  Runner(Route route, TrialParts parts, SampleMaker samples) {
    this.route = route;
    this.parts = parts;
    this.samples = samples;
  }

  Run run(Sample sample, int number) throws SampleRefused {
    parts.finders().forget();
    Map<String, @Nullable Object> given = Sample.values(sample.given());
    Object object = samples.start(sample);
    Map<String, @Nullable Object> atStart = contents(object, route.start());
    Stop first = new Stop(route.start().label(), route.start(), atStart, null);
    List<Stop> stops = new ArrayList<>(List.of(first));
    Map<String, @Nullable Object> before = atStart;
    for (Leg leg : route.legs()) {
      boolean over = route.updates() && leg.equals(route.legs().get(route.legs().size() - 1));
      @Nullable Object target = over ? samples.other(sample) : null;
      Map<String, @Nullable Object> untouched =
          target == null ? Map.of() : contents(target, leg.to());
      End.@Nullable Passage passage = null;
      try {
        if (leg instanceof Leg.ToEnd toEnd) {
          passage = toEnd.end().pass(object);
          object = passage.object();
        } else {
          object = travel(((Leg.ByMapper) leg).ledger(), object, target, given);
        }
      } catch (EndRefusal refusal) {
        return refused(leg, refusal, stops, number);
      } catch (InvocationTargetException thrown) {
        return thrown(leg, Reflection.cause(thrown), stops, number);
      }
      Map<String, @Nullable Object> after = contents(object, leg.to());
      stops.add(new Stop(leg.stop(), leg.to(), after, passage));
      List<Divergence> divergences =
          new Comparison(route.concept(), leg, parts, number)
              .compare(before, after, given, untouched);
      if (!divergences.isEmpty()) {
        return diverged(stops, divergences);
      }
      before = after;
    }
    List<Divergence> late = cameBack(atStart, before, number);
    return late.isEmpty() ? Run.HELD : diverged(stops, late);
  }

  private Object travel(
      HopLedger hop, Object source, @Nullable Object target, Map<String, @Nullable Object> given)
      throws InvocationTargetException {
    if (target == null) {
      return Objects.requireNonNull(parts.mappers().make(route.concept(), hop, source, given));
    }
    @Nullable Object made = parts.mappers().update(route.concept(), hop, target, source, given);
    return made == null ? target : made;
  }

  /** What an end does not take, at the field that it complains about if it names one. */
  private Run refused(Leg leg, EndRefusal refusal, List<Stop> stops, int number) {
    Map<String, @Nullable Object> before = stops.get(stops.size() - 1).contents();
    ResolvedShape at = leg.to();
    Optional<Field> field = at.shape().field(refusal.field());
    String sent = parts.values().show(field.map(known -> before.get(known.name())).orElse(null));
    Divergence divergence =
        new Divergence(
            leg.label(),
            field.map(at::path).orElse(at.shape().type().simpleName()),
            Kind.REFUSED,
            field.isPresent() ? sent : "a " + at.shape(),
            String.valueOf(refusal.getMessage()),
            number,
            List.of());
    return diverged(stops, List.of(divergence));
  }

  /** What comes from outside may be refused; what the domain itself sent must not be. */
  private Run thrown(Leg leg, Throwable cause, List<Stop> stops, int number) throws SampleRefused {
    boolean fault = cause instanceof FaultException;
    boolean fromOutside =
        stops.stream().noneMatch(stop -> stop.resolved().equals(route.concept().hub()));
    if (fault && fromOutside) {
      throw new SampleRefused(String.valueOf(cause.getMessage()));
    }
    String field = leg.to().shape().type().simpleName();
    Kind kind = fault ? Kind.REFUSED : Kind.FAILED;
    String what = fault ? String.valueOf(cause.getMessage()) : cause.toString();
    Divergence divergence =
        new Divergence(leg.label(), field, kind, "a " + field, what, number, List.of());
    return diverged(stops, List.of(divergence));
  }

  /**
   * What no single hop shows: computed fields, and those whose reader is not their creator's twin.
   */
  private List<Divergence> cameBack(
      Map<String, @Nullable Object> start, Map<String, @Nullable Object> end, int number)
      throws SampleRefused {
    List<Divergence> divergences = new ArrayList<>();
    if (route.isRoundTrip() && !route.updates()) {
      Leg leg = route.legs().get(route.legs().size() - 1);
      Comparison last = new Comparison(route.concept(), leg, parts, number);
      if (start.containsKey(Comparison.WHOLE.name())) {
        last.compare(
                Comparison.WHOLE,
                start.get(Comparison.WHOLE.name()),
                end.get(Comparison.WHOLE.name()))
            .ifPresent(divergences::add);
      }
      for (Field field : route.start().shape().fields()) {
        if (start.containsKey(field.name()) && mustComeBack(field)) {
          last.compare(field, foretold(field, start.get(field.name())), end.get(field.name()))
              .ifPresent(divergences::add);
        }
      }
    }
    return divergences;
  }

  /** What comes back of a value where the ledger tells that something is lost on the way. */
  private @Nullable Object foretold(Field field, @Nullable Object sent) throws SampleRefused {
    Optional<FieldMapping> out =
        route.hops().get(0).outOf(field).filter(FieldMapping::isCarried).findFirst();
    Optional<FieldMapping> in = route.lastHop().into(field.name()).filter(FieldMapping::isCarried);
    if (out.isEmpty() || in.isEmpty() || !(loses(out.get()) || loses(in.get()))) {
      return sent;
    }
    Object outside = parts.oracle().carry(out.get(), Collections.singletonList(sent));
    return parts.oracle().carry(in.get(), Collections.singletonList(outside));
  }

  private static boolean loses(FieldMapping entry) {
    return entry.sources().size() == 1
        && entry.conversion().filter(way -> !way.losses().isEmpty()).isPresent();
  }

  private boolean mustComeBack(Field field) {
    boolean leaves =
        route.hops().get(0).outOf(field).anyMatch(entry -> entry.isCarried() || derives(entry));
    boolean arrives =
        route.lastHop().into(field.name()).stream()
            .anyMatch(entry -> entry.isCarried() || derives(entry));
    return leaves && arrives;
  }

  private static boolean derives(FieldMapping entry) {
    return entry.account() == Account.DERIVED;
  }

  /** All readable fields of an object; computed ones only where the ledger knows them. */
  private Map<String, @Nullable Object> contents(Object object, ResolvedShape resolved) {
    Map<String, @Nullable Object> contents = new LinkedHashMap<>();
    if (isFamily(resolved)) {
      contents.put(Comparison.WHOLE.name(), object);
    }
    boolean changes = resolved.use().direction() == Direction.CHANGE;
    for (Field field : resolved.shape().fields()) {
      if (field.stored() || isKnown(field)) {
        @Nullable Object value = parts.reflection().read(object, field);
        @Nullable Object present = Values.present(value);
        boolean cleared = changes && value != null && present == null;
        contents.put(field.name(), cleared ? Silence.CLEARED : present);
      }
    }
    route.concept().hops().stream()
        .filter(hop -> hop.hop().from().equals(resolved))
        .flatMap(hop -> hop.mappings().stream())
        .flatMap(entry -> entry.sources().stream())
        .filter(Runner::isPart)
        .forEach(
            field ->
                contents.put(field.name(), Values.present(parts.reflection().read(object, field))));
    return contents;
  }

  /** Objects of several kinds are compared as wholes. */
  private boolean isFamily(ResolvedShape resolved) {
    return route.concept().hops().stream()
        .anyMatch(hop -> hop.family().isPresent() && hop.hop().touches(resolved));
  }

  /** A path through what another field holds. */
  private static boolean isPart(Field field) {
    return field.name().contains(".");
  }

  private boolean isKnown(Field field) {
    return route.concept().hops().stream()
        .flatMap(hop -> hop.mappings().stream())
        .anyMatch(
            entry -> entry.sources().contains(field) || entry.target().equals(Optional.of(field)));
  }

  /** Values are put into words only where somebody will read them. */
  private Run diverged(List<Stop> stops, List<Divergence> divergences) {
    return new Run(stops.stream().map(this::snapshot).toList(), divergences);
  }

  private Snapshot snapshot(Stop stop) {
    Map<String, String> types = stop.passage() == null ? Map.of() : stop.passage().types();
    List<Snapshot.Value> values = new ArrayList<>();
    stop.contents()
        .forEach(
            (name, value) ->
                values.add(
                    new Snapshot.Value(
                        route.concept().pairing().hubName(name, stop.resolved()),
                        name,
                        parts.values().show(value),
                        types.getOrDefault(name, ""))));
    return new Snapshot(stop.label(), values, stop.passage() == null ? "" : stop.passage().text());
  }

  /** What was there at one stop of the route. */
  private record Stop(
      String label,
      ResolvedShape resolved,
      Map<String, @Nullable Object> contents,
      End.@Nullable Passage passage) {}
}
