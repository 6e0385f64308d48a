package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.convert.Step;
import dev.shelftwin.ledger.ComparedVersion;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MappingCases;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import org.jspecify.annotations.Nullable;

/** Computes the values that must arrive on a hop, from the ledger alone. */
final class ExpectedValues {

  private final Ledger ledger;
  private final UserClasses classes;
  private final ObjectAccess access;
  private final ConversionRunner conversions;
  private final IdentityHashMap<Operation.CallMapper, HopLedger> called = new IdentityHashMap<>();
  private final IdentityHashMap<Operation.EachElement, Boolean> mapsElements =
      new IdentityHashMap<>();

  ExpectedValues(
      Ledger ledger, UserClasses classes, ObjectAccess access, ConversionRunner conversions) {
    this.ledger = ledger;
    this.classes = classes;
    this.access = access;
    this.conversions = conversions;
  }

  /**
   * The expected values of the targets of a hop's mappings; empty where the ledger does not
   * determine them.
   *
   * @param before the source object
   * @param existing the object that is updated; empty if a new one is created
   * @param callerValues the values that the caller passes
   */
  MappingCases<Optional<ExpectedValue>> onHop(
      HopLedger hop,
      Observation before,
      Optional<Observation> existing,
      Map<String, @Nullable Object> callerValues) {
    return new ByMapping(hop, before, existing, callerValues);
  }

  /** The value of a mapping's sources in its target on a hop. */
  private ExpectedValue mapped(
      HopLedger hop, FieldMapping.Flow mapping, List<? extends @Nullable Object> sources) {
    ExpectedValue value = mapped(mapping, sources);
    return value.source() == null && hop.collectionReader(mapping.into()).isPresent()
        ? ExpectedValue.NoElements.NO_ELEMENTS // a row's collection is changed in place
        : value;
  }

  /** The value of a mapping's sources in its target. */
  ExpectedValue mapped(FieldMapping.Flow mapping, List<? extends @Nullable Object> sources) {
    if (mapping instanceof FieldMapping.Joined) {
      Operation.Join join = (Operation.Join) mapping.how().onlyOperation().orElseThrow();
      return ExpectedValue.of(conversions.join(sources, join));
    }
    return converted(sources.get(0), mapping.how());
  }

  /** A constant of the plan as the value of a field. */
  Object literal(Object literal, FieldMapping.Given mapping, TypeRef type) {
    return conversions.literal(literal, mapping.conversion(), type);
  }

  /** The object that a hop must create. */
  ExpectedObject object(HopLedger hop, Object source) {
    if (hop.family().isEmpty()) {
      return new ExpectedObject(
          hop, classes.load(hop.hop().to().shape().type()), source, () -> fields(hop, source));
    }
    for (Operation.CallMapper subtype : hop.subtypes()) {
      if (classes.load(subtype.from()).isInstance(source)) {
        return object(subtype, source);
      }
    }
    throw new RejectedSample(source.getClass().getSimpleName(), "no mapper accepts its objects");
  }

  private ExpectedObject object(Operation.CallMapper call, Object source) {
    return object(called.computeIfAbsent(call, ledger::hop), source);
  }

  private List<ExpectedObject.OfField> fields(HopLedger hop, Object source) {
    List<ExpectedObject.OfField> expected = new ArrayList<>();
    for (FieldMapping mapping : hop.mappings()) {
      if (mapping instanceof FieldMapping.Flow flow && flow.into().reader().isPresent()) {
        List<@Nullable Object> sources = new ArrayList<>();
        flow.sources().forEach(field -> sources.add(access.read(source, field)));
        expected.add(new ExpectedObject.OfField(flow.into(), mapped(hop, flow, sources)));
      }
    }
    return expected;
  }

  /** A value after a conversion. */
  ExpectedValue converted(@Nullable Object value, Conversion conversion) {
    Object current = ValueFitting.unwrapped(value);
    if (current == null) {
      return ExpectedValue.of(conversions.replacement(conversion));
    }
    for (Step step : conversion.steps()) {
      if (current == null) {
        return ExpectedValue.Missing.MISSING;
      }
      // A nested mapper is the last step: nothing is converted after an object was created.
      if (step.operation() instanceof Operation.CallMapper call) {
        return object(call, current);
      }
      if (step.operation() instanceof Operation.EachElement each
          && (hasMapper(each) || (isWithoutOrder(current) && isLast(step, conversion)))) {
        return elements(current, each);
      }
      current = conversions.apply(current, step);
    }
    return ExpectedValue.of(current);
  }

  private static boolean isLast(Step step, Conversion conversion) {
    return conversion.steps().indexOf(step) == conversion.steps().size() - 1;
  }

  /** Whether the elements of a container may arrive in any order. */
  static boolean isWithoutOrder(@Nullable Object container) {
    return container instanceof Set && !(container instanceof SortedSet);
  }

  private boolean hasMapper(Operation.EachElement each) {
    return mapsElements.computeIfAbsent(
        each, key -> key.elements().operations(Operation.CallMapper.class).findAny().isPresent());
  }

  private ExpectedValue elements(Object container, Operation.EachElement each) {
    if (container instanceof Map<?, ?> map) {
      Map<Object, ExpectedValue> expected = new LinkedHashMap<>();
      map.forEach(
          (key, value) ->
              expected.put(
                  Objects.requireNonNull(conversions.convert(key, each.keys())),
                  converted(value, each.elements())));
      return new ExpectedValue.Entries(container, expected);
    }
    List<ExpectedValue> expected = new ArrayList<>();
    for (Object element : ValueFitting.elements(container)) {
      expected.add(converted(element, each.elements()));
    }
    return new ExpectedValue.Elements(container, expected);
  }

  /** The expected value for each kind of mapping. */
  private final class ByMapping implements MappingCases<Optional<ExpectedValue>> {

    private final HopLedger hop;
    private final Observation before;
    private final Optional<Observation> existing;
    private final Map<String, @Nullable Object> callerValues;

    ByMapping(
        HopLedger hop,
        Observation before,
        Optional<Observation> existing,
        Map<String, @Nullable Object> callerValues) {
      this.hop = hop;
      this.before = before;
      this.existing = existing;
      this.callerValues = callerValues;
    }

    @Override
    public Optional<ExpectedValue> carried(FieldMapping.Carried mapping) {
      return flow(mapping);
    }

    @Override
    public Optional<ExpectedValue> converted(FieldMapping.Converted mapping) {
      return flow(mapping);
    }

    @Override
    public Optional<ExpectedValue> joined(FieldMapping.Joined mapping) {
      return flow(mapping);
    }

    @Override
    public Optional<ExpectedValue> split(FieldMapping.Split mapping) {
      return flow(mapping);
    }

    /** A field that a change request does not mention keeps its value. */
    private Optional<ExpectedValue> flow(FieldMapping.Flow mapping) {
      if (!hop.hop().changes()) {
        List<@Nullable Object> sources = new ArrayList<>();
        mapping.sources().forEach(field -> sources.add(before.of(field).value()));
        return Optional.of(mapped(hop, mapping, sources));
      }
      return before
          .of(mapping.sources().get(0))
          .fold(
              new ObservedValue.Cases<>() {
                @Override
                public Optional<ExpectedValue> missing() {
                  return kept(mapping.into()).or(() -> Optional.of(ExpectedValue.Missing.MISSING));
                }

                @Override
                public Optional<ExpectedValue> cleared() {
                  return Optional.of(ExpectedValue.Missing.MISSING);
                }

                @Override
                public Optional<ExpectedValue> present(Object value) {
                  return Optional.of(mapped(mapping, List.of(value)));
                }
              });
    }

    @Override
    public Optional<ExpectedValue> derived(FieldMapping.Derived mapping) {
      return Optional.empty();
    }

    @Override
    public Optional<ExpectedValue> given(FieldMapping.Given mapping) {
      Field target = mapping.into();
      if (mapping.value() instanceof GivenValue.CallerParameter) {
        return Optional.of(ExpectedValue.of(callerValues.get(target.name())));
      }
      if (mapping.value() instanceof GivenValue.Constant constant) {
        TypeRef type = hop.slot(target).orElse(target.type());
        return Optional.of(
            constant
                .literal()
                .map(literal -> literal(literal, mapping, type))
                .map(ExpectedValue::of)
                .orElse(ExpectedValue.Missing.MISSING));
      }
      return Optional.empty();
    }

    @Override
    public Optional<ExpectedValue> stays(FieldMapping.Stays mapping) {
      return mapping.target().flatMap(this::kept);
    }

    @Override
    public Optional<ExpectedValue> compared(ComparedVersion mapping) {
      return kept(mapping.into());
    }

    @Override
    public Optional<ExpectedValue> lost(FieldMapping.Lost mapping) {
      return Optional.empty();
    }

    @Override
    public Optional<ExpectedValue> unfilled(FieldMapping.Unfilled mapping) {
      return mapping.target().flatMap(this::kept);
    }

    @Override
    public Optional<ExpectedValue> mismatched(FieldMapping.Mismatched mapping) {
      return Optional.empty();
    }

    @Override
    public Optional<ExpectedValue> byExistingMapper(FieldMapping.ByExistingMapper mapping) {
      return Optional.empty();
    }

    /** The value that an updated object had before. */
    private Optional<ExpectedValue> kept(Field target) {
      return existing.map(object -> ExpectedValue.of(object.of(target)));
    }
  }
}
