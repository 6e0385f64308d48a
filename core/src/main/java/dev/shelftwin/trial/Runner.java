package dev.shelftwin.trial;

import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Given;
import dev.shelftwin.runtime.FaultException;
import dev.shelftwin.shape.Field;
import dev.shelftwin.trial.Divergence.Kind;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
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
    Map<String, @Nullable Object> given = Sample.values(sample.given());
    Object object = samples.build(route.start(), Sample.values(sample.start()));
    Map<String, @Nullable Object> atStart = contents(object, route.start());
    List<Snapshot> snapshots = new ArrayList<>(List.of(snapshot(route.start(), atStart)));
    Map<String, @Nullable Object> before = atStart;
    for (HopLedger hop : route.hops()) {
      boolean over = route.updates() && hop.equals(route.lastHop());
      @Nullable Object target =
          over ? samples.build(route.start(), Sample.values(sample.other())) : null;
      Map<String, @Nullable Object> untouched =
          target == null ? Map.of() : contents(target, hop.hop().to());
      try {
        object = travel(hop, object, target, given);
      } catch (InvocationTargetException thrown) {
        return thrown(hop, Reflection.cause(thrown), snapshots, number);
      }
      Map<String, @Nullable Object> after = contents(object, hop.hop().to());
      snapshots.add(snapshot(hop.hop().to(), after));
      List<Divergence> divergences =
          new Comparison(hop, number).compare(before, after, given, untouched);
      if (!divergences.isEmpty()) {
        return new Run(snapshots, divergences);
      }
      before = after;
    }
    return new Run(snapshots, cameBack(atStart, before, number));
  }

  private Object travel(
      HopLedger hop, Object source, @Nullable Object target, Map<String, @Nullable Object> given)
      throws InvocationTargetException {
    if (target == null) {
      return Objects.requireNonNull(parts.mappers().make(route.concept(), hop, source, given));
    }
    parts.mappers().update(route.concept(), hop, target, source, given);
    return target;
  }

  /** What comes from outside may be refused; what the domain itself sent must not be. */
  private Run thrown(HopLedger hop, Throwable cause, List<Snapshot> snapshots, int number)
      throws SampleRefused {
    boolean fault = cause instanceof FaultException;
    boolean fromOutside = snapshots.size() == 1 && hop.hop().inward();
    if (fault && fromOutside) {
      throw new SampleRefused(String.valueOf(cause.getMessage()));
    }
    String field = hop.hop().to().shape().type().simpleName();
    Kind kind = fault ? Kind.REFUSED : Kind.FAILED;
    String what = fault ? String.valueOf(cause.getMessage()) : cause.toString();
    Divergence divergence =
        new Divergence(hop.hop().toString(), field, kind, "a " + field, what, number, List.of());
    return new Run(snapshots, List.of(divergence));
  }

  /**
   * What no single hop shows: computed fields, and those whose reader is not their maker's twin.
   */
  private List<Divergence> cameBack(
      Map<String, @Nullable Object> start, Map<String, @Nullable Object> end, int number) {
    List<Divergence> divergences = new ArrayList<>();
    if (route.isRoundTrip() && !route.updates()) {
      Comparison last = new Comparison(route.lastHop(), number);
      for (Field field : route.start().shape().fields()) {
        if (start.containsKey(field.name()) && mustComeBack(field)) {
          last.compare(field, start.get(field.name()), end.get(field.name()))
              .ifPresent(divergences::add);
        }
      }
    }
    return divergences;
  }

  private boolean mustComeBack(Field field) {
    boolean leaves =
        route.hops().get(0).outOf(field).anyMatch(entry -> entry.isCarried() || derives(entry));
    boolean arrives =
        route.lastHop().into(field.name()).stream()
            .anyMatch(entry -> entry.isCarried() || derives(entry));
    return leaves && arrives;
  }

  private static boolean derives(Entry entry) {
    return entry.account() == Account.DERIVED;
  }

  /** All readable fields of an object; computed ones only where the ledger knows them. */
  private Map<String, @Nullable Object> contents(Object object, Station station) {
    Map<String, @Nullable Object> contents = new LinkedHashMap<>();
    for (Field field : station.shape().fields()) {
      if (field.stored() || isKnown(field)) {
        contents.put(field.name(), Values.present(parts.reflection().read(object, field)));
      }
    }
    return contents;
  }

  private boolean isKnown(Field field) {
    return route.concept().hops().stream()
        .flatMap(hop -> hop.entries().stream())
        .anyMatch(
            entry -> entry.sources().contains(field) || entry.target().equals(Optional.of(field)));
  }

  private Snapshot snapshot(Station station, Map<String, @Nullable Object> contents) {
    List<Snapshot.Value> values = new ArrayList<>();
    contents.forEach(
        (name, value) ->
            values.add(
                new Snapshot.Value(
                    route.concept().pairing().domainName(name, station),
                    name,
                    parts.values().show(value))));
    return new Snapshot(station.label(), values);
  }

  /** Compares what arrived on one hop with what the ledger says must arrive. */
  private final class Comparison {

    private final HopLedger hop;
    private final int number;

    Comparison(HopLedger hop, int number) {
      this.hop = hop;
      this.number = number;
    }

    List<Divergence> compare(
        Map<String, @Nullable Object> before,
        Map<String, @Nullable Object> after,
        Map<String, @Nullable Object> given,
        Map<String, @Nullable Object> untouched)
        throws SampleRefused {
      Map<Field, @Nullable Object> expected = new LinkedHashMap<>();
      for (Entry entry : hop.entries()) {
        Optional<Field> target = entry.target().filter(field -> after.containsKey(field.name()));
        if (target.isPresent() && isPredicted(entry, untouched)) {
          expected.put(target.get(), expected(entry, before, given, untouched));
        }
      }
      List<Divergence> divergences = new ArrayList<>();
      expected.forEach(
          (field, value) ->
              compare(field, value, after.get(field.name()))
                  .map(divergence -> swapped(divergence, field, expected, after))
                  .ifPresent(divergences::add));
      return divergences;
    }

    private boolean isPredicted(Entry entry, Map<String, @Nullable Object> untouched) {
      return switch (entry.account()) {
        case CARRIED, CONVERTED -> true;
        case GIVEN ->
            entry.given().filter(from -> from.source() != Given.Source.FACTORY).isPresent();
        case STAYS, UNFILLED -> !untouched.isEmpty() && !entry.isMismatch();
        case JOINED, SPLIT, DERIVED, LOST -> false;
      };
    }

    private @Nullable Object expected(
        Entry entry,
        Map<String, @Nullable Object> before,
        Map<String, @Nullable Object> given,
        Map<String, @Nullable Object> untouched)
        throws SampleRefused {
      Field target = entry.target().orElseThrow();
      return switch (entry.account()) {
        case CARRIED, CONVERTED ->
            parts
                .oracle()
                .convert(
                    before.get(entry.sources().get(0).name()), entry.conversion().orElseThrow());
        case GIVEN ->
            entry.given().orElseThrow().source() == Given.Source.CALLER
                ? given.get(target.name())
                : parts.oracle().literal(entry, hop.slot(target).orElse(target.type()));
        default -> untouched.get(target.name());
      };
    }

    Optional<Divergence> compare(Field field, @Nullable Object expected, @Nullable Object actual) {
      if (parts.values().same(expected, actual)) {
        return Optional.empty();
      }
      boolean nothing = Values.present(actual) == null;
      boolean fromNothing = Values.present(expected) == null;
      Kind kind = nothing ? Kind.MISSING : fromNothing ? Kind.APPEARED : Kind.CHANGED;
      return Optional.of(
          new Divergence(
              hop.hop().toString(),
              hop.hop().to().path(field),
              kind,
              parts.values().show(expected),
              parts.values().show(actual),
              number,
              List.of()));
    }

    private Divergence swapped(
        Divergence divergence,
        Field field,
        Map<Field, @Nullable Object> expected,
        Map<String, @Nullable Object> after) {
      boolean swap =
          expected.entrySet().stream()
              .filter(other -> !other.getKey().equals(field))
              .filter(other -> other.getKey().type().equals(field.type()))
              .anyMatch(
                  other ->
                      parts.values().same(other.getValue(), after.get(field.name()))
                          && parts
                              .values()
                              .same(expected.get(field), after.get(other.getKey().name())));
      return swap
          ? new Divergence(
              divergence.hop(),
              divergence.field(),
              Kind.SWAPPED,
              divergence.before(),
              divergence.after(),
              divergence.sample(),
              divergence.snapshots())
          : divergence;
    }
  }
}
