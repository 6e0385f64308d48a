package dev.shelftwin.trial;

import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.shape.Field;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
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
   */
  private record Returned(Field field, Optional<Lossy> lossy) {}

  /** The way out and the way back of a field. */
  private record Lossy(FieldMapping.Flow out, FieldMapping.Flow in) {}

  List<Divergence> divergences(Observation start, Observation end, int sample) {
    List<Divergence> divergences = new ArrayList<>();
    if (comesBack && start.isFamily()) {
      comparison.ofWhole(start.object(), end.object(), sample).ifPresent(divergences::add);
    }
    for (Returned returned : fields) {
      Field field = returned.field();
      if (start.has(field)) {
        ExpectedValue expected = expected(returned, start.of(field));
        comparison.ofField(field, expected, end.of(field), sample).ifPresent(divergences::add);
      }
    }
    return divergences;
  }

  /** The value after a round trip that may lose information. */
  private ExpectedValue expected(Returned returned, ObservedValue sent) {
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
        field, lossy ? Optional.of(new Lossy(out.get(), in.get())) : Optional.empty());
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
    return route.hops().get(0).outOf(field).anyMatch(RoundTripComparison::keepsValue)
        && route.lastHop().into(field.name()).filter(RoundTripComparison::keepsValue).isPresent();
  }

  private static boolean keepsValue(FieldMapping mapping) {
    return mapping.isCarried() || mapping instanceof FieldMapping.Derived;
  }
}
