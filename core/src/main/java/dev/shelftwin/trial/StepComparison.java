package dev.shelftwin.trial;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MappingCases;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Collection;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
import org.jspecify.annotations.Nullable;

/** Compares what arrived on one step of a route with what must arrive. */
final class StepComparison {

  private final ConceptLedger concept;
  private final RouteStep step;
  private final TrialTools tools;
  private final IdentityHashMap<ResolvedShape, List<SentField>> sentFields =
      new IdentityHashMap<>();

  private final IdentityHashMap<HopLedger, List<ChildRows>> children = new IdentityHashMap<>();
  private final IdentityHashMap<Field, String> hubNames = new IdentityHashMap<>();

  StepComparison(ConceptLedger concept, RouteStep step, TrialTools tools) {
    this.concept = concept;
    this.step = step;
    this.tools = tools;
  }

  /**
   * A field that must come back from an end.
   *
   * @param lookup finds the row to which it refers; empty if it refers to none
   */
  private record SentField(Field field, Optional<Operation.FindRow> lookup) {}

  /**
   * A field with child rows.
   *
   * @param type the type of the rows
   * @param parent their field that refers to the row that has them
   */
  private record ChildRows(Field rows, TypeRef type, Field parent) {}

  /**
   * A field, or the whole object if it has no field.
   *
   * @param expected what must arrive
   * @param actual what arrived
   */
  private record Pair(Optional<Field> field, ExpectedValue expected, ObservedValue actual) {}

  /** The divergences after a mapper was called. */
  List<Divergence> afterMapper(
      HopLedger hop,
      Observation before,
      Observation after,
      Optional<Observation> existing,
      Map<String, @Nullable Object> callerValues,
      int sample) {
    List<Pair> pairs = new ArrayList<>();
    if (hop.family().isPresent()) {
      ExpectedObject expected = tools.expected().object(hop, before.object());
      pairs.add(new Pair(Optional.empty(), expected, new ObservedValue.Present(after.object())));
    }
    MappingCases<Optional<ExpectedValue>> values =
        tools.expected().onHop(hop, before, existing, callerValues);
    for (FieldMapping mapping : hop.mappings()) {
      Optional<Field> target = mapping.target().filter(after::has);
      if (target.isPresent()) {
        mapping
            .fold(values)
            .ifPresent(expected -> pairs.add(new Pair(target, expected, after.of(target.get()))));
      }
    }
    if (existing.isEmpty()) {
      pairs.addAll(parents(hop, after));
    }
    return divergences(
        pairs,
        (pair, difference) ->
            pair.field().isPresent()
                && tools.normalization().isOwn(hop, pair.field().get(), after.object(), difference),
        sample);
  }

  /** Every child row must refer to the row that has it. */
  private List<Pair> parents(HopLedger hop, Observation after) {
    List<Pair> pairs = new ArrayList<>();
    for (ChildRows child : children.computeIfAbsent(hop, this::children)) {
      for (Object row : rows(after.of(child.rows()).value())) {
        boolean linked =
            row == null
                || !tools.classes().load(child.type()).isInstance(row)
                || tools.access().read(row, child.parent()) == after.object();
        if (!linked) {
          pairs.add(
              new Pair(
                  Optional.of(child.rows()),
                  ExpectedValue.of("children whose " + child.parent().name() + " is their row"),
                  ObservedValue.of("a child of no row", false)));
          break;
        }
      }
    }
    return pairs;
  }

  private static Collection<? extends @Nullable Object> rows(@Nullable Object value) {
    @Nullable Object present = ValueFitting.unwrapped(value);
    if (present == null) {
      return List.of();
    }
    return ValueFitting.hasElements(present) ? ValueFitting.elements(present) : List.of(present);
  }

  private List<ChildRows> children(HopLedger hop) {
    List<ChildRows> found = new ArrayList<>();
    for (FieldMapping mapping : hop.mappings()) {
      mapping.conversion().stream()
          .flatMap(conversion -> conversion.operations(Operation.CallMapper.class))
          .forEach(
              call ->
                  tools
                      .ledger()
                      .parentField(call, hop.hop().to())
                      .filter(parent -> parent.type().equals(hop.hop().to().shape().type()))
                      .ifPresent(
                          parent ->
                              found.add(
                                  new ChildRows(
                                      mapping.target().orElseThrow(), call.to(), parent))));
    }
    return found;
  }

  /** The divergences after an end: all fields must come back, except those that the end writes. */
  List<Divergence> afterEnd(Observation before, Observation after, int sample) {
    if (before.isFamily()) {
      Optional<ObjectSampler> subtype =
          tools.samplers().of(concept, step.to()).subtypeOf(before.object());
      return subtype.isPresent() && subtype.get().accepts(after.object())
          ? divergences(
              ofFields(
                  subtype.get().concept(), subtype.get().shape(), before.object(), after.object()),
              sample)
          : divergences(
              List.of(
                  new Pair(
                      Optional.empty(),
                      ExpectedValue.of(before.object()),
                      new ObservedValue.Present(after.object()))),
              sample);
    }
    return divergences(ofFields(concept, step.to(), before.object(), after.object()), sample);
  }

  private List<Pair> ofFields(
      ConceptLedger owner, ResolvedShape shape, Object before, Object after) {
    boolean isChange = shape.use().direction() == Direction.CHANGE;
    List<Pair> pairs = new ArrayList<>();
    for (SentField one : sentFields.computeIfAbsent(shape, key -> sentFields(owner, key))) {
      ObservedValue sent = observed(before, one, isChange);
      ObservedValue arrived = observed(after, one, isChange);
      pairs.add(new Pair(Optional.of(one.field()), ExpectedValue.of(sent), arrived));
    }
    return pairs;
  }

  private List<SentField> sentFields(ConceptLedger owner, ResolvedShape shape) {
    boolean stored = step.to().role() == Role.PERSISTENCE;
    return shape
        .shape()
        .storedFields()
        .filter(field -> !(stored && FieldRole.anyInternal(owner.roles(shape, field))))
        .map(field -> new SentField(field, lookup(owner, shape, field)))
        .toList();
  }

  /** Of a row that another row refers to, only the key is compared. */
  private ObservedValue observed(Object object, SentField field, boolean isChange) {
    @Nullable Object value = tools.access().read(object, field.field());
    Optional<Operation.FindRow> lookup = field.lookup();
    if (lookup.isEmpty()) {
      return ObservedValue.of(value, isChange);
    }
    @Nullable Object present = ValueFitting.unwrapped(value);
    return ObservedValue.of(present == null ? null : key(present, lookup.get()), isChange);
  }

  private @Nullable Object key(Object rows, Operation.FindRow lookup) {
    if (!(rows instanceof Collection<?> several)) {
      return tools.access().read(rows, lookup.read());
    }
    Collection<@Nullable Object> keys =
        rows instanceof Set ? new LinkedHashSet<>() : new ArrayList<>();
    several.forEach(row -> keys.add(tools.access().read(row, lookup.read())));
    return keys;
  }

  private static Optional<Operation.FindRow> lookup(
      ConceptLedger owner, ResolvedShape shape, Field field) {
    return owner.hops().stream()
        .filter(hop -> hop.hop().to().equals(shape))
        .flatMap(hop -> hop.into(field.name()).stream())
        .flatMap(mapping -> mapping.conversion().stream())
        .flatMap(conversion -> conversion.operations(Operation.FindRow.class))
        .findFirst();
  }

  private String hubName(Field field) {
    return hubNames.computeIfAbsent(field, key -> concept.pairing().hubName(key.name(), step.to()));
  }

  /** The divergence of a whole object. */
  Optional<Divergence> ofWhole(Object expected, Object actual, int sample) {
    return divergence(
        new Pair(Optional.empty(), ExpectedValue.of(expected), new ObservedValue.Present(actual)),
        (pair, difference) -> false,
        sample);
  }

  /** The divergence of one field. */
  Optional<Divergence> ofField(
      Field field, ExpectedValue expected, ObservedValue actual, int sample) {
    return divergence(
        new Pair(Optional.of(field), expected, actual),
        // After a value that its type normalized, the start has it as it was before.
        (pair, difference) ->
            tools.normalization().changed(hubName(field))
                && Normalization.isNormalized(difference.expected(), difference.actual()),
        sample);
  }

  private List<Divergence> divergences(List<Pair> pairs, int sample) {
    return divergences(pairs, (pair, difference) -> false, sample);
  }

  private List<Divergence> divergences(
      List<Pair> pairs, BiPredicate<Pair, ValueComparison.Difference> right, int sample) {
    List<Divergence> divergences = new ArrayList<>();
    for (Pair pair : pairs) {
      Optional<Divergence> divergence = divergence(pair, right, sample);
      tools.stubs().compared(pair.field());
      pair.field().ifPresent(field -> tools.normalization().compared(hubName(field)));
      if (divergence.isPresent()) {
        divergences.add(
            isSwapped(pair, pairs)
                ? divergence.get().as(Divergence.Kind.SWAPPED)
                : divergence.get());
      }
    }
    return divergences;
  }

  private Optional<Divergence> divergence(
      Pair pair, BiPredicate<Pair, ValueComparison.Difference> right, int sample) {
    return tools
        .comparison()
        .difference(pair.expected(), pair.actual())
        .filter(difference -> !isAccepted(pair, difference) && !right.test(pair, difference))
        .map(
            difference ->
                new Divergence(
                    step.label(),
                    path(pair) + difference.path(),
                    kind(pair, difference),
                    text(pair.expected() instanceof ExpectedValue.Cleared, difference.expected()),
                    text(pair.actual() instanceof ObservedValue.Cleared, difference.actual()),
                    sample,
                    List.of()));
  }

  private boolean isAccepted(Pair pair, ValueComparison.Difference difference) {
    return difference.path().isEmpty()
        && pair.field().isPresent()
        && tools
            .accepted()
            .accept(
                step.to().shape().type(),
                pair.field().get(),
                difference.expected(),
                difference.actual());
  }

  private String path(Pair pair) {
    return pair.field()
        .map(field -> step.to().path(field))
        .orElse(step.to().shape().type().simpleName());
  }

  private static Divergence.Kind kind(Pair pair, ValueComparison.Difference difference) {
    boolean cleared =
        pair.expected() instanceof ExpectedValue.Cleared
            || pair.actual() instanceof ObservedValue.Cleared;
    if (!cleared) {
      return DifferenceKind.between(difference.expected(), difference.actual());
    }
    if (pair.actual() instanceof ObservedValue.Missing) {
      return Divergence.Kind.MISSING;
    }
    return pair.expected() instanceof ExpectedValue.Missing
        ? Divergence.Kind.APPEARED
        : Divergence.Kind.CHANGED;
  }

  private String text(boolean cleared, @Nullable Object value) {
    return cleared ? "(cleared)" : tools.text().of(value);
  }

  /**
   * Whether another field of the same type has the value of this one, and this one has its value.
   */
  private boolean isSwapped(Pair pair, List<Pair> pairs) {
    return pair.field().isPresent()
        && pairs.stream()
            .filter(other -> !other.equals(pair) && other.field().isPresent())
            .filter(
                other ->
                    other.field().get().type().equals(pair.field().get().type())
                        && !other.field().get().equals(pair.field().get()))
            .anyMatch(
                other ->
                    tools.comparison().isSame(other.expected(), pair.actual())
                        && tools.comparison().isSame(pair.expected(), other.actual()));
  }
}
