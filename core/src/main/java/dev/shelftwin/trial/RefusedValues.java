package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.runtime.Fault;
import dev.shelftwin.runtime.FaultException;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Sends objects with one value that the target cannot have: none where it needs one, one that its
 * types refuse, or a reference to nothing. The mapper must refuse them, and say which value it is.
 */
final class RefusedValues {

  /** Texts that most types with rules for their text refuse. */
  private static final List<Object> ODD_TEXTS = List.of("?", "-1", "x".repeat(300));

  private static final List<Object> ODD_NUMBERS =
      List.of(
          Integer.MAX_VALUE,
          Integer.MIN_VALUE,
          Long.MAX_VALUE,
          Long.MIN_VALUE,
          Short.MAX_VALUE,
          Short.MIN_VALUE);

  private final Route route;
  private final TrialTools tools;
  private final ObjectSampler sampler;
  private final HopLedger hop;

  RefusedValues(Route route, TrialTools tools) {
    this.route = route;
    this.tools = tools;
    this.sampler = tools.samplers().of(route.concept(), route.start());
    this.hop = route.hops().get(0);
  }

  /**
   * The divergences, none where the mapper refuses what it must.
   *
   * @param complete samples that arrived as they must
   * @param number the number of the last one
   */
  List<Divergence> divergences(List<Sample> complete, int number) {
    if (route.concept().isExisting(hop)) {
      return List.of(); // what it does with missing values is observed by itself
    }
    boolean generated = tools.mappers().isGenerated(route.concept(), hop);
    List<Probe> probes = new ArrayList<>();
    for (Sample sample : hop.hop().from().equals(route.start()) ? complete : List.<Sample>of()) {
      if (sample.start() instanceof SampleRecipe.OfObject object) {
        probes.add(new Probe(object, sample, number, generated));
      }
    }
    return probes.isEmpty() ? List.of() : divergences(probes, generated);
  }

  private List<Divergence> divergences(List<Probe> probes, boolean generated) {
    Probe probe = probes.get(0);
    List<Divergence> divergences = new ArrayList<>();
    for (Field field : sources().toList()) {
      if (mayBeMissing(field)) {
        SampleValue missing = SampleValue.of(hop.hop().changes() ? Optional.empty() : null);
        probe.divergence(field, missing, Optional.of(Fault.MISSING)).ifPresent(divergences::add);
      }
      if (generated) {
        odd(field)
            .flatMap(value -> probe.divergence(field, value, code(field)).stream())
            .findFirst()
            .ifPresent(divergences::add);
      }
    }
    Set<TypeRef> rows = new HashSet<>();
    for (Probe one : generated ? probes : List.<Probe>of()) {
      divergences.addAll(one.unknownReferences(rows));
    }
    return divergences;
  }

  private Stream<Field> sources() {
    return hop.mappings().stream()
        .filter(FieldMapping.Flow.class::isInstance)
        .flatMap(mapping -> mapping.sources().stream())
        .filter(field -> sampler.indexOf(field.name()) >= 0)
        .distinct();
  }

  /**
   * Whether a field may come without a value; a change request clears it, and leaves nothing out.
   */
  private boolean mayBeMissing(Field field) {
    return hop.hop().changes()
        ? accepted(field).isOptional() && !accepted(field).isPrimitiveOptional()
        : !accepted(field).isPrimitive()
            && (hop.hop().inward() || route.start().mayBeMissing(field));
  }

  /** The code of the fault if a value of a field is refused; empty for any. */
  private Optional<String> code(Field field) {
    List<FieldMapping> mappings = hop.outOf(field).toList();
    boolean constant =
        mappings.size() == 1
            && mappings
                .get(0)
                .conversion()
                .flatMap(Conversion::onlyOperation)
                .filter(
                    operation ->
                        operation instanceof Operation.CodeTable
                            || operation instanceof Operation.ConstantByName)
                .isPresent();
    return constant ? Optional.of(Fault.UNKNOWN_CONSTANT) : Optional.empty();
  }

  private Stream<SampleValue> odd(Field field) {
    List<Object> values =
        switch (accepted(field).isPrimitiveOptional()
            ? ""
            : accepted(field).present().boxed().qualifiedName()) {
          case "java.lang.String" -> ODD_TEXTS;
          case "java.lang.Integer" -> ODD_NUMBERS.subList(0, 2);
          case "java.lang.Long" -> ODD_NUMBERS.subList(2, 4);
          case "java.lang.Short" -> ODD_NUMBERS.subList(4, 6);
          default -> List.of();
        };
    return values.stream()
        .map(value -> SampleValue.of(accepted(field).isOptional() ? Optional.of(value) : value));
  }

  private TypeRef accepted(Field field) {
    return sampler.typeAt(sampler.indexOf(field.name()));
  }

  /** The key of a row, which faults name; sampled rows have none if the database generates it. */
  private Optional<Field> key() {
    return route.start().role() == Role.PERSISTENCE
        ? route.start().shape().fields().stream()
            .filter(field -> route.concept().roles(route.start(), field).contains(FieldRole.KEY))
            .filter(field -> field.reader().filter(this::isAccessible).isPresent())
            .findFirst()
        : Optional.empty();
  }

  private boolean isAccessible(Access access) {
    return access
        .visibility()
        .reaches(hop.hop().outer().mapperPackage(), route.start().shape().type().packageName());
  }

  private void give(List<SampleValue> values, Field key) {
    int index = sampler.indexOf(key.name());
    if (index >= 0) {
      values.set(
          index,
          SampleValue.of(tools.repositories().supply(key.type(), new SplittableRandom(index))));
    }
  }

  /** Objects like one that arrived as it must. */
  private final class Probe {

    private final SampleRecipe.OfObject object;
    private final Sample complete;
    private final int number;
    private final boolean generated;

    Probe(SampleRecipe.OfObject object, Sample complete, int number, boolean generated) {
      this.object = object;
      this.complete = complete;
      this.number = number;
      this.generated = generated;
    }

    /**
     * The divergence if the mapper does not refuse a value that it must refuse.
     *
     * @param code the code of the fault; empty for any
     */
    Optional<Divergence> divergence(Field field, SampleValue value, Optional<String> code) {
      return with(field, value)
          .filter(
              sent ->
                  tools
                      .hops()
                      .refused(hop, sent, existing(sent), complete.passedValues())
                      .equals(Set.of(field.name())))
          .flatMap(sent -> divergence(sent, Set.of(field), code));
    }

    private Optional<Object> existing(Object source) {
      if (!route.updates() || route.hops().size() > 1) {
        return Optional.empty();
      }
      Optional<Object> existing = complete.existing().map(SampleRecipe::create);
      existing.ifPresent(row -> tools.versions().keep(route.concept(), hop, source, row));
      return existing;
    }

    /** The object with another value; empty if its own type refuses, replaces or cannot show it. */
    private Optional<Object> with(Field field, SampleValue value) {
      List<SampleValue> values = new ArrayList<>(object.values());
      values.set(sampler.indexOf(field.name()), value);
      key().filter(key -> !key.equals(field)).ifPresent(key -> give(values, key));
      try {
        Object created = object.builder().build(values);
        @Nullable Object kept = ValueFitting.unwrapped(tools.access().read(created, field));
        return Optional.of(created)
            .filter(one -> Objects.equals(kept, ValueFitting.unwrapped(value.value())));
      } catch (RejectedSample | UserFailure refused) {
        return Optional.empty();
      }
    }

    /**
     * The references of a complete object, to rows of one type after the other that do not exist.
     *
     * @param tried the types that were tried before; is added to
     */
    List<Divergence> unknownReferences(Set<TypeRef> tried) {
      Object sent = object.create();
      Map<TypeRef, Set<Field>> byRow = new LinkedHashMap<>();
      for (FieldMapping mapping : hop.mappings()) {
        mapping.conversion().stream()
            .flatMap(how -> how.operations(Operation.FindRow.class))
            .filter(lookup -> hasKey(tools.access().read(sent, mapping.sources().get(0))))
            .forEach(
                lookup ->
                    byRow
                        .computeIfAbsent(lookup.row(), key -> new LinkedHashSet<>())
                        .add(mapping.sources().get(0)));
      }
      byRow.keySet().removeIf(row -> !tried.add(row));
      List<Divergence> divergences = new ArrayList<>();
      byRow.forEach(
          (row, fields) ->
              tools
                  .repositories()
                  .without(
                      row, () -> divergence(sent, fields, Optional.of(Fault.UNKNOWN_REFERENCE)))
                  .ifPresent(divergences::add));
      return divergences;
    }

    private static boolean hasKey(@Nullable Object value) {
      Object present = ValueFitting.unwrapped(value);
      return present != null
          && !(ValueFitting.hasElements(present) && ValueFitting.elements(present).isEmpty());
    }

    /** The divergence if there is no fault, or one of other fields. */
    private Optional<Divergence> divergence(Object sent, Set<Field> fields, Optional<String> code) {
      Field field = fields.iterator().next();
      String expected = expected(sent, field, code);
      try {
        Object made =
            tools
                .mappers()
                .map(
                    route.concept(),
                    hop,
                    sent,
                    existing(sent).orElse(null),
                    complete.passedValues());
        return Optional.of(
            divergence(field, Divergence.Kind.MISSING, expected, tools.text().of(made)));
      } catch (InvocationTargetException thrown) {
        Throwable cause = ObjectAccess.cause(thrown);
        if (!generated) {
          return Optional.empty();
        }
        if (!(cause instanceof FaultException faults)) {
          return Optional.of(divergence(field, Divergence.Kind.FAILED, expected, cause.toString()));
        }
        return faults.faults().stream()
            .map(fault -> text(fault, code))
            .filter(
                said -> fields.stream().noneMatch(one -> said.equals(expected(sent, one, code))))
            .findFirst()
            .map(said -> divergence(field, Divergence.Kind.CHANGED, expected, said));
      }
    }

    private Divergence divergence(Field field, Divergence.Kind kind, String before, String after) {
      return new Divergence(
          hop.hop().toString(), route.start().path(field), kind, before, after, number, List.of());
    }
  }

  private String expected(Object sent, Field field, Optional<String> code) {
    String shape = route.start().shape().type().simpleName();
    @Nullable Object key = key().map(one -> tools.access().read(sent, one)).orElse(null);
    return text(
        route.start().layer().name(),
        key == null ? shape : shape + " " + key,
        field.name(),
        code.orElse("any"));
  }

  /** A value may be refused with any code, and a part of it instead of the whole. */
  private static String text(Fault fault, Optional<String> code) {
    String path = fault.path().text();
    boolean exact = code.equals(Optional.of(Fault.MISSING));
    return text(
        fault.layer(),
        fault.shape(),
        exact ? path : HopRunner.head(path),
        code.isPresent() ? fault.code() : "any");
  }

  private static String text(String layer, String shape, String path, String code) {
    return "the fault '" + code + "' of " + path + " in " + layer + " " + shape;
  }
}
