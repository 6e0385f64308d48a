package dev.shelftwin.trial;

import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashMap;
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
  private final Set<String> returned;

  /**
   * The fields that a route must try.
   *
   * @param returned the fields of the start that are compared at the end of the route
   */
  ExercisedFields(Route route, TrialTools tools, Set<String> returned) {
    this.text = tools.text();
    this.sampler = tools.samplers().of(route.concept(), route.start());
    this.returned = returned;
    Optional<Map<String, Set<String>>> reached = Optional.empty();
    for (int index = 0; index < route.steps().size(); index++) {
      RouteStep step = route.steps().get(index);
      if (step instanceof RouteStep.ByMapper mapper) {
        reached = Optional.of(add(index, mapper.ledger(), reached, tools.shapes()));
      } else {
        reached.ifPresent(
            fields ->
                step.to()
                    .shape()
                    .storedFields()
                    .filter(field -> route.isSetByTable(step.to(), field))
                    .forEach(field -> fields.remove(field.name())));
      }
    }
  }

  /**
   * Adds the fields that one mapper reads.
   *
   * @param reached the fields to which values of the start came, each with the fields of the start
   *     from which they came; empty for all of them
   * @return the fields to which they come by this mapper
   */
  private Map<String, Set<String>> add(
      int step, HopLedger hop, Optional<Map<String, Set<String>>> reached, Shapes shapes) {
    Map<String, Set<String>> next = new HashMap<>();
    for (FieldMapping mapping : hop.mappings()) {
      if (mapping.isCarried() || mapping.isByExistingMapper()) {
        for (Field source : mapping.sources()) {
          String name = HopRunner.head(source.name());
          Set<String> starts =
              reached.map(from -> from.getOrDefault(name, Set.of())).orElse(Set.of(name));
          if (!starts.isEmpty()) {
            mapping
                .target()
                .map(into -> HopRunner.head(into.name()))
                .ifPresent(
                    into -> next.computeIfAbsent(into, key -> new HashSet<>()).addAll(starts));
            if (source.reader().isPresent()) {
              boolean several = hasSeveralValues(source.type(), shapes);
              boolean nothing = reached.isEmpty() && sampler.sendsNothing(source.name());
              boolean compared = mapping.isCarried() || returned.containsAll(starts);
              tried.add(
                  new Tried(
                      step, hop, mapping, source, starts, several ? 2 : 1, nothing, compared));
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
    private final Optional<Field> target;
    private final String path;
    private final Set<String> starts;
    private final int needed;
    private final Set<String> values = new HashSet<>();
    private final boolean isCompared;
    private boolean wasMissing;
    private @Nullable String stub;

    /**
     * A field.
     *
     * @param starts the fields of the start from which its value comes
     * @param needed how many different values must be sent
     * @param mayBeMissing whether it must also be sent without a value
     * @param isCompared whether it is known what must arrive
     */
    Tried(
        int step,
        HopLedger hop,
        FieldMapping mapping,
        Field field,
        Set<String> starts,
        int needed,
        boolean mayBeMissing,
        boolean isCompared) {
      this.step = step;
      this.field = field;
      this.target = mapping.target();
      this.path = hop.hop().from().path(field);
      this.starts = starts;
      this.needed = needed;
      this.wasMissing = !mayBeMissing;
      this.isCompared = isCompared;
    }

    boolean isSentEnough() {
      return values.size() >= needed && wasMissing;
    }

    boolean isEnough() {
      return isSentEnough() && isCompared && stub == null;
    }

    String reason() {
      if (isSentEnough()) {
        return stub == null
            ? "converted in a way that the plan does not say (name it with 'by')"
            : "filled by a stub of " + stub + " (name an object in 'instances')";
      }
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

  /**
   * Notes the values that were sent into one step. Only for samples that arrived correctly.
   *
   * @param stubs tells which of the target's fields were not compared, because a stub returned
   *     their values
   */
  void note(int step, Observation before, StubAnswers stubs) {
    for (Tried one : tried) {
      if (one.step == step && one.stub == null) {
        one.stub = one.target.flatMap(stubs::of).orElse(null);
      }
      if (one.step == step && !one.isSentEnough()) {
        @Nullable Object value = ValueFitting.unwrapped(before.of(one.field).value());
        if (value == null) {
          one.wasMissing = true;
        } else if (one.values.size() < one.needed) {
          one.values.add(text.of(value));
        }
      }
    }
  }

  /** The fields of the start whose values a stub replaced on the route. */
  Set<String> fromStubs() {
    return tried.stream()
        .filter(one -> one.stub != null)
        .flatMap(one -> one.starts.stream())
        .collect(Collectors.toSet());
  }

  /** Whether further samples could try a field that no sample has tried enough. */
  boolean needsSamples() {
    return !tried.stream().allMatch(Tried::isSentEnough);
  }

  boolean isComplete() {
    return tried.stream().allMatch(Tried::isEnough);
  }

  /**
   * The fields that were sent with one value only, never, or never without a value, and those whose
   * value at the end could not be compared.
   */
  List<String> missing() {
    return tried.stream().filter(one -> !one.isEnough()).map(one -> one.path).distinct().toList();
  }

  /** The fields that were tried enough. */
  List<String> fields() {
    List<String> missing = missing();
    return tried.stream()
        .map(one -> one.path)
        .distinct()
        .filter(path -> !missing.contains(path))
        .toList();
  }

  private String reason(Tried one) {
    return one.values.isEmpty()
        ? one.starts.stream()
            .flatMap(start -> sampler.whyMissing(start).stream())
            .findFirst()
            .map(why -> "never sent with a value, " + why)
            .orElseGet(one::reason)
        : one.reason();
  }

  /** Why these fields are not proved. */
  String reason() {
    Map<String, Set<String>> byReason = new LinkedHashMap<>();
    for (Tried one : tried) {
      if (!one.isEnough()) {
        byReason.computeIfAbsent(reason(one), key -> new LinkedHashSet<>()).add(one.path);
      }
    }
    return byReason.entrySet().stream()
        .map(entry -> entry.getKey() + ": " + String.join(", ", entry.getValue()))
        .collect(Collectors.joining("; "));
  }
}
