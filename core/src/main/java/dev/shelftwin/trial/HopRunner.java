package dev.shelftwin.trial;

import dev.shelftwin.ledger.ComparedVersion;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.ElementAdder;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import org.jspecify.annotations.Nullable;

/** Carries out a hop without its mapper, to know which values the users' own types refuse. */
final class HopRunner {

  /** Stands for the whole object where its creator refuses the combination of its values. */
  static final String WHOLE = "";

  private final ExpectedValues expected;
  private final UserClasses classes;
  private final ObjectAccess access;
  private final ValueFitting fitting;
  private final TestRepositories repositories;

  HopRunner(
      ExpectedValues expected,
      UserClasses classes,
      ObjectAccess access,
      ValueFitting fitting,
      TestRepositories repositories) {
    this.expected = expected;
    this.classes = classes;
    this.access = access;
    this.fitting = fitting;
    this.repositories = repositories;
  }

  /**
   * What came of one object.
   *
   * @param object null if something was refused, or nothing is created
   * @param refused the refused fields of the source, or {@link #WHOLE}
   */
  private record Made(@Nullable Object object, Set<String> refused) {}

  /**
   * The fields of a source that cannot be mapped, without what is in them; {@link #WHOLE} if only
   * their combination is refused.
   *
   * @param existing the object that is updated; empty if a new one is created
   * @param callerValues the values that the mapper's caller passes, by target field
   */
  Set<String> refused(
      HopLedger hop,
      Object source,
      Optional<Object> existing,
      Map<String, @Nullable Object> callerValues) {
    return hop.family().isPresent()
        ? make(expected.object(hop, source).hop(), source, existing, callerValues).refused()
        : make(hop, source, existing, callerValues).refused();
  }

  private Made make(
      HopLedger hop,
      Object source,
      Optional<Object> existing,
      Map<String, @Nullable Object> callerValues) {
    Map<String, @Nullable Object> values = new LinkedHashMap<>();
    Set<String> refused = new LinkedHashSet<>();
    for (FieldMapping mapping : hop.mappings()) {
      if (mapping instanceof FieldMapping.Flow flow) {
        List<String> missing = missingParts(flow, source);
        refused.addAll(missing);
        try {
          if (missing.isEmpty()) {
            values.put(flow.into().name(), value(hop, flow, source, existing));
          }
        } catch (RejectedSample rejected) {
          flow.sources().forEach(field -> refused.add(head(field.name())));
        }
      } else if (mapping instanceof ComparedVersion version && existing.isPresent()) {
        try {
          expected.converted(access.read(source, version.from()), version.how());
        } catch (RejectedSample rejected) {
          refused.add(head(version.from().name()));
        }
      } else if (mapping instanceof FieldMapping.Given given && given.value().isPassed()) {
        TypeRef slot = hop.slot(given.into()).orElse(given.into().type());
        values.put(
            given.into().name(),
            given.value().fold(new GivenTo(given, slot, callerValues)).orElse(null));
      } else if (hop.keepsPrevious(mapping)) {
        Field kept = mapping.target().orElseThrow();
        values.put(kept.name(), access.read(existing.orElseThrow(), kept));
      }
    }
    boolean creates = hop.creator().isPresent() && (existing.isEmpty() || !hop.canUpdate());
    if (!refused.isEmpty() || !creates) {
      return new Made(null, refused);
    }
    return create(hop, values);
  }

  /** The name of a field without what is in it. */
  static String head(String path) {
    int end = 0;
    while (end < path.length() && path.charAt(end) != '.' && path.charAt(end) != '[') {
      end++;
    }
    return path.substring(0, end);
  }

  private @Nullable Object value(
      HopLedger hop, FieldMapping.Flow flow, Object source, Optional<Object> existing) {
    List<@Nullable Object> sources = new ArrayList<>();
    flow.sources().forEach(field -> sources.add(access.read(source, field)));
    if (hop.hop().changes() && sources.get(0) == null) {
      return access.read(existing.orElseThrow(), flow.into());
    }
    @Nullable Object value = real(expected.mapped(flow, sources), flow.into().type());
    if (value == null && hop.isRequired(flow.into())) {
      throw new RejectedSample(hop.hop().from().path(flow.sources().get(0)), "a value is required");
    }
    return value;
  }

  /** The parts without which others make no value; none if all of them are missing. */
  private List<String> missingParts(FieldMapping.Flow flow, Object source) {
    if (!(flow instanceof FieldMapping.Joined joined)) {
      return List.of();
    }
    List<Field> missing =
        joined.sources().stream()
            .filter(part -> ValueFitting.unwrapped(access.read(source, part)) == null)
            .toList();
    return missing.size() == joined.sources().size()
        ? List.of()
        : missing.stream()
            .filter(joined.requiredSources()::contains)
            .map(part -> head(part.name()))
            .toList();
  }

  /** A value, with the objects that other mappers must create. */
  private @Nullable Object real(ExpectedValue value, TypeRef type) {
    if (value instanceof ExpectedObject object) {
      return nested(object);
    }
    if (value instanceof ExpectedValue.Elements elements) {
      List<Object> all = new ArrayList<>();
      elements.values().forEach(element -> all.add(element(element)));
      return fitting.fitted(all, type.present());
    }
    if (value instanceof ExpectedValue.Entries entries) {
      Map<Object, Object> all = new LinkedHashMap<>();
      entries.values().forEach((key, element) -> all.put(key, element(element)));
      return all;
    }
    return value.source();
  }

  private Object element(ExpectedValue element) {
    Object value = element instanceof ExpectedObject object ? nested(object) : element.source();
    if (value == null) {
      throw new RejectedSample("an element", "a value is required");
    }
    return value;
  }

  private @Nullable Object nested(ExpectedObject object) {
    Made made = make(object.hop(), object.source(), Optional.empty(), Map.of());
    if (!made.refused().isEmpty()) {
      throw new RejectedSample(object.hop().hop().to().label(), "an object in it is refused");
    }
    return made.object();
  }

  private Made create(HopLedger hop, Map<String, @Nullable Object> values) {
    Creator whole = hop.creator().orElseThrow();
    List<Parameter> filled =
        whole.parameters().stream()
            .filter(one -> values.containsKey(one.name()) || !whole.isOptional(one))
            .toList();
    List<@Nullable Object> arguments = new ArrayList<>();
    filled.forEach(one -> arguments.add(fitting.fitted(values.get(one.name()), one.type())));
    @Nullable Object created;
    try {
      created = access.create(whole.withParameters(filled), arguments);
    } catch (InvocationTargetException thrown) {
      boolean refuses = ObjectAccess.cause(thrown) instanceof Exception;
      return new Made(null, refuses ? Set.of(WHOLE) : Set.of());
    }
    Set<String> refused = new LinkedHashSet<>();
    if (created == null) {
      return new Made(null, refused);
    }
    access.createParts(created, hop.hop().to());
    for (FieldMapping mapping : hop.writes()) {
      Field into = mapping.target().orElseThrow();
      try {
        write(hop, created, into, values.get(into.name()));
      } catch (RejectedSample | InvocationTargetException refusal) {
        mapping.sources().forEach(field -> refused.add(head(field.name())));
      }
    }
    return new Made(created, refused);
  }

  private void write(HopLedger hop, Object created, Field into, @Nullable Object value)
      throws InvocationTargetException {
    Optional<ElementAdder> adder = hop.adder(into);
    if (adder.isPresent()) {
      access.add(created, adder.get().add(), value);
    } else if (hop.writer(into).isPresent()) {
      access.set(created, into, fitting.fitted(value, ObjectBuilder.acceptedType(into)));
    }
  }

  /** The values that the plan gives; a supplier gives any value of its type. */
  private final class GivenTo implements GivenValue.Cases<Optional<Object>> {

    private final FieldMapping.Given mapping;
    private final TypeRef slot;
    private final Map<String, @Nullable Object> callerValues;

    GivenTo(FieldMapping.Given mapping, TypeRef slot, Map<String, @Nullable Object> callerValues) {
      this.mapping = mapping;
      this.slot = slot;
      this.callerValues = callerValues;
    }

    @Override
    public Optional<Object> constant(GivenValue.Constant source) {
      return source.literal().map(one -> expected.literal(one, mapping, slot));
    }

    @Override
    public Optional<Object> callerParameter(GivenValue.CallerParameter source) {
      return Optional.ofNullable(callerValues.get(mapping.into().name()));
    }

    @Override
    public Optional<Object> suppliedValue(GivenValue.SuppliedValue source) {
      return Optional.ofNullable(repositories.supply(slot, new SplittableRandom(0)));
    }

    @Override
    public Optional<Object> staticMethod(GivenValue.StaticMethod source) {
      Text method = source.method();
      int dot = method.value().lastIndexOf('.');
      Class<?> owner = classes.load(method.value().substring(0, dot));
      String name = method.value().substring(dot + 1);
      try {
        return Optional.ofNullable(
            access.invoke(
                access.methods(owner, name).stream()
                    .filter(one -> one.getParameterCount() == 0)
                    .findFirst()
                    .orElseThrow(),
                null));
      } catch (InvocationTargetException thrown) {
        Throwable cause = ObjectAccess.cause(thrown);
        throw new UserFailure(method.value() + "() failed: " + Failures.text(cause), cause);
      }
    }

    @Override
    public Optional<Object> factoryRule(GivenValue.FactoryRule source) {
      return Optional.empty();
    }
  }
}
