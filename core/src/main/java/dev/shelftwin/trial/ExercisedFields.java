package dev.shelftwin.trial;

import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Which fields a route has really tried: a mapper that always writes the same value is found only
 * if at least two different ones are sent.
 */
final class ExercisedFields {

  private final List<Tried> tried = new ArrayList<>();
  private final ValueText text;
  private final ObjectSampler sampler;

  ExercisedFields(Route route, TrialTools tools) {
    this.text = tools.text();
    this.sampler = tools.samplers().of(route.concept(), route.start());
    Optional<Set<String>> reached = Optional.empty();
    for (int index = 0; index < route.steps().size(); index++) {
      if (route.steps().get(index) instanceof RouteStep.ByMapper step) {
        reached = Optional.of(add(index, step.ledger(), reached, tools.shapes()));
      }
    }
  }

  /**
   * Adds the fields that one mapper reads.
   *
   * @param reached the fields to which values of the start came; empty for all of them
   * @return the fields to which they come by this mapper
   */
  private Set<String> add(int step, HopLedger hop, Optional<Set<String>> reached, Shapes shapes) {
    Set<String> next = new HashSet<>();
    for (FieldMapping mapping : hop.mappings()) {
      if (mapping.isCarried() || mapping.isByExistingMapper()) {
        for (Field source : mapping.sources()) {
          if (reached.isEmpty() || reached.get().contains(HopRunner.head(source.name()))) {
            mapping.target().ifPresent(into -> next.add(HopRunner.head(into.name())));
            if (source.reader().isPresent()) {
              boolean several = hasSeveralValues(source.type(), shapes);
              boolean nothing = reached.isEmpty() && sampler.sendsNothing(source.name());
              tried.add(
                  new Tried(step, source, hop.hop().from().path(source), several ? 2 : 1, nothing));
            }
          }
        }
      }
    }
    return next;
  }

  /** An enumeration may have one constant, and a type may have one object. */
  private static boolean hasSeveralValues(TypeRef type, Shapes shapes) {
    TypeRef held = Container.held(type);
    boolean container = Container.of(type.present()).isPresent();
    return container || shapes.find(held).filter(shape -> shape.constants().size() == 1).isEmpty();
  }

  /** A field that a mapper reads on one step. */
  private static final class Tried {

    private final int step;
    private final Field field;
    private final String path;
    private final int needed;
    private final Set<String> values = new HashSet<>();
    private boolean wasMissing;

    /**
     * A field.
     *
     * @param needed how many different values must be sent
     * @param mayBeMissing whether it must also be sent without a value
     */
    Tried(int step, Field field, String path, int needed, boolean mayBeMissing) {
      this.step = step;
      this.field = field;
      this.path = path;
      this.needed = needed;
      this.wasMissing = !mayBeMissing;
    }

    boolean isEnough() {
      return values.size() >= needed && wasMissing;
    }

    String reason() {
      String values =
          needed == 1 ? "never sent with a value" : "never sent with two different values";
      return this.values.size() < needed ? values : "never sent without a value";
    }
  }

  /**
   * Notes which values of a sample were missing before its object was created. The type of the
   * object may replace them.
   */
  void noteStart(SampleRecipe start) {
    if (start instanceof SampleRecipe.OfObject object) {
      for (Tried one : tried) {
        int index = one.wasMissing ? -1 : sampler.indexOf(one.field.name());
        if (index >= 0 && ValueFitting.unwrapped(object.values().get(index).value()) == null) {
          one.wasMissing = true;
        }
      }
    }
  }

  /** Notes the values that were sent into one step. Only for samples that arrived correctly. */
  void note(int step, Observation before) {
    for (Tried one : tried) {
      if (one.step == step && !one.isEnough()) {
        @Nullable Object value = ValueFitting.unwrapped(before.of(one.field).value());
        if (value == null) {
          one.wasMissing = true;
        } else if (one.values.size() < one.needed) {
          one.values.add(text.of(value));
        }
      }
    }
  }

  boolean isComplete() {
    return tried.stream().allMatch(Tried::isEnough);
  }

  /** The fields that were sent with one value only, never, or never without a value. */
  List<String> missing() {
    return tried.stream().filter(one -> !one.isEnough()).map(one -> one.path).distinct().toList();
  }

  /** Why these fields are not proved. */
  String reason() {
    Map<String, Set<String>> byReason = new LinkedHashMap<>();
    for (Tried one : tried) {
      if (!one.isEnough()) {
        byReason.computeIfAbsent(one.reason(), key -> new LinkedHashSet<>()).add(one.path);
      }
    }
    return byReason.entrySet().stream()
        .map(entry -> entry.getKey() + ": " + String.join(", ", entry.getValue()))
        .collect(Collectors.joining("; "));
  }
}
