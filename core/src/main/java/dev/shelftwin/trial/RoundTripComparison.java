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

  private final Route route;
  private final TrialTools tools;

  RoundTripComparison(Route route, TrialTools tools) {
    this.route = route;
    this.tools = tools;
  }

  List<Divergence> divergences(Observation start, Observation end, int number) {
    if (!route.isRoundTrip() || route.updates()) {
      return List.of();
    }
    List<Divergence> divergences = new ArrayList<>();
    RouteStep last = route.steps().get(route.steps().size() - 1);
    StepComparison comparison = new StepComparison(route.concept(), last, tools, number);
    if (start.isFamily()) {
      comparison.ofWhole(start.object(), end.object()).ifPresent(divergences::add);
    }
    for (Field field : route.start().shape().fields()) {
      if (start.has(field) && mustComeBack(field)) {
        comparison
            .ofField(field, expected(field, start.of(field)), end.of(field))
            .ifPresent(divergences::add);
      }
    }
    return divergences;
  }

  /** The value after a round trip that may lose information. */
  private ExpectedValue expected(Field field, ObservedValue sent) {
    Optional<FieldMapping.Flow> out = flow(route.hops().get(0).outOf(field));
    Optional<FieldMapping.Flow> in = flow(route.lastHop().into(field.name()).stream());
    boolean lossy = out.isPresent() && in.isPresent() && (isLossy(out.get()) || isLossy(in.get()));
    if (!lossy) {
      return ExpectedValue.of(sent);
    }
    ExpectedValue between =
        tools.expected().mapped(out.get(), Collections.singletonList(sent.value()));
    return between instanceof ExpectedValue.Plain || between.source() == null
        ? tools.expected().mapped(in.get(), Collections.singletonList(between.source()))
        : ExpectedValue.of(sent);
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

  private boolean mustComeBack(Field field) {
    return route.hops().get(0).outOf(field).anyMatch(RoundTripComparison::keepsValue)
        && route.lastHop().into(field.name()).filter(RoundTripComparison::keepsValue).isPresent();
  }

  private static boolean keepsValue(FieldMapping mapping) {
    return mapping.isCarried() || mapping instanceof FieldMapping.Derived;
  }
}
