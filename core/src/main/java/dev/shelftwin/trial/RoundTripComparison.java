package dev.shelftwin.trial;

import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldTrait;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Compares the end of a round trip with its start. This finds what no single hop shows: changed
 * computed fields, and fields whose reader does not return what their creator was given.
 */
final class RoundTripComparison {

  private final TrialTools tools;
  private final StepComparison comparison;
  private final boolean comesBack;
  private final List<Returned> fields;

  RoundTripComparison(Route route, TrialTools tools) {
    RouteStep last = route.steps().get(route.steps().size() - 1);
    this.tools = tools;
    this.comparison = new StepComparison(route.concept(), last, tools);
    this.comesBack = route.isRoundTrip() && !route.updates();
    this.fields =
        comesBack
            ? route.start().shape().fields().stream()
                .filter(field -> mustComeBack(route, field))
                .map(field -> returned(route, field))
                .toList()
            : List.of();
  }

  /**
   * A field that must come back.
   *
   * @param lossy the mappings through which it goes, if its value may lose information
   * @param isChangedInPlace whether it goes through a row's collection, which is never null
   * @param isGenerated whether a table generates its value where it has none
   */
  private record Returned(
      Field field, Optional<Lossy> lossy, boolean isChangedInPlace, boolean isGenerated) {}

  /** The way out and the way back of a field. */
  private record Lossy(FieldMapping.Flow out, FieldMapping.Flow in) {}

  /** The names of the fields that are compared. */
  Set<String> fields() {
    return fields.stream().map(returned -> returned.field().name()).collect(Collectors.toSet());
  }

  /**
   * The differences between the end and the start.
   *
   * @param except the fields of the start whose values a stub replaced on the route
   */
  List<Divergence> divergences(Observation start, Observation end, Set<String> except, int sample) {
    List<Divergence> divergences = new ArrayList<>();
    if (comesBack && start.isFamily()) {
      comparison.ofWhole(start.object(), end.object(), sample).ifPresent(divergences::add);
    }
    for (Returned returned : fields) {
      Field field = returned.field();
      boolean generated =
          returned.isGenerated() && start.of(field) instanceof ObservedValue.Missing;
      if (start.has(field) && !generated && !except.contains(field.name())) {
        ExpectedValue expected = expected(returned, start.of(field));
        comparison.ofField(field, expected, end.of(field), sample).ifPresent(divergences::add);
      }
    }
    return divergences;
  }

  /** The value after a round trip that may lose information. */
  private ExpectedValue expected(Returned returned, ObservedValue sent) {
    if (sent instanceof ObservedValue.Missing && returned.isChangedInPlace()) {
      return ExpectedValue.NoElements.NO_ELEMENTS;
    }
    if (returned.lossy().isEmpty()) {
      return ExpectedValue.of(sent);
    }
    Lossy way = returned.lossy().get();
    ExpectedValue between =
        tools.expected().mapped(way.out(), Collections.singletonList(sent.value()));
    return between instanceof ExpectedValue.Plain || between.source() == null
        ? tools.expected().mapped(way.in(), Collections.singletonList(between.source()))
        : ExpectedValue.of(sent);
  }

  private static Returned returned(Route route, Field field) {
    Optional<FieldMapping.Flow> out = flow(route.hops().get(0).outOf(field));
    Optional<FieldMapping.Flow> in = flow(route.lastHop().into(field.name()).stream());
    boolean lossy = out.isPresent() && in.isPresent() && (isLossy(out.get()) || isLossy(in.get()));
    return new Returned(
        field,
        lossy ? Optional.of(new Lossy(out.get(), in.get())) : Optional.empty(),
        goesThrough(route, field, (hop, into) -> hop.collectionReader(into).isPresent()),
        route.leadsToTable()
            && goesThrough(route, field, (hop, into) -> into.has(FieldTrait.GENERATED)));
  }

  /** Whether a hop of the route maps a field's value into a certain field. */
  private static boolean goesThrough(
      Route route, Field field, BiPredicate<HopLedger, Field> certain) {
    Optional<Field> current = Optional.of(field);
    for (HopLedger hop : route.hops()) {
      current = current.flatMap(one -> flow(hop.outOf(one))).map(FieldMapping.Flow::into);
      if (current.filter(into -> certain.test(hop, into)).isPresent()) {
        return true;
      }
    }
    return false;
  }

  private static Optional<FieldMapping.Flow> flow(Stream<FieldMapping> mappings) {
    return mappings
        .filter(FieldMapping.Flow.class::isInstance)
        .map(FieldMapping.Flow.class::cast)
        .findFirst();
  }

  private static boolean isLossy(FieldMapping.Flow mapping) {
    return mapping.sources().size() == 1 && !mapping.how().losses().isEmpty();
  }

  private static boolean mustComeBack(Route route, Field field) {
    return !staysOnTheWay(route, field)
        && route.hops().get(0).outOf(field).anyMatch(RoundTripComparison::keepsValue)
        && route.lastHop().into(field.name()).filter(RoundTripComparison::keepsValue).isPresent();
  }

  /** Whether a hop does not map a field's value on purpose, or a table sets another one. */
  private static boolean staysOnTheWay(Route route, Field field) {
    Optional<Field> current = Optional.of(field);
    for (HopLedger hop : route.hops()) {
      if (current.isEmpty()) {
        return false; // it is split, joined or derived
      }
      List<FieldMapping> mappings = hop.outOf(current.get()).toList();
      boolean stays =
          !mappings.isEmpty() && mappings.stream().allMatch(one -> one.account() == Account.STAYS);
      current = flow(mappings.stream()).map(FieldMapping.Flow::into);
      boolean set =
          route.leadsToTable()
              && current.filter(into -> route.isSetByTable(hop.hop().to(), into)).isPresent();
      if (stays || set) {
        return true;
      }
    }
    return false;
  }

  private static boolean keepsValue(FieldMapping mapping) {
    return mapping.isCarried()
        || mapping.isByExistingMapper()
        || mapping instanceof FieldMapping.Derived;
  }
}
