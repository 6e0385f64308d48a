package dev.shelftwin.trial;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** Replaces the users' repositories: has a row for every key. */
final class TestRepositories implements RowSource {

  /** How many rows the first row of a sample may be. */
  private static final int VARIANTS = 3;

  private final Shapes shapes;
  private final ObjectAccess access;
  private final ValueFitting fitting;
  private final ValueSampler values;
  private final ConversionRunner conversions;
  private final ObjectSamplers samplers;
  private final UserClasses classes;
  private final Doubles doubles;
  private final Map<RowKey, Object> rows = new HashMap<>();
  private final Map<String, List<SampleRecipe>> recipes = new HashMap<>();
  private int offset;
  private @Nullable TypeRef absent;
  private final Map<String, Integer> counts = new HashMap<>();
  private final IdentityHashMap<Operation.FindRow, Lookup> lookups = new IdentityHashMap<>();

  /** The identity of a row. */
  private record RowKey(String type, String key) {}

  /**
   * How the rows of a lookup are created.
   *
   * @param sampler draws them; empty if they belong to no concept
   * @param generated the fields that the database fills
   * @param children the fields with child rows
   * @param key the field by which a row is found
   */
  private record Lookup(
      Shape shape,
      Optional<ObjectSampler> sampler,
      List<Field> generated,
      List<Field> children,
      Field key) {}

  TestRepositories(
      Shapes shapes,
      ObjectAccess access,
      ValueFitting fitting,
      ValueSampler values,
      ConversionRunner conversions,
      ObjectSamplers samplers,
      UserClasses classes,
      Doubles doubles) {
    this.shapes = shapes;
    this.access = access;
    this.fitting = fitting;
    this.values = values;
    this.conversions = conversions;
    this.samplers = samplers;
    this.classes = classes;
    this.doubles = doubles;
  }

  /**
   * Removes all rows, so that none is stored twice.
   *
   * @param sample the number of the next sample, so that not all samples refer to equal rows
   */
  void begin(int sample) {
    rows.clear();
    counts.clear();
    offset = sample % VARIANTS;
  }

  /** Does something while no row of one type exists. */
  <R> R without(TypeRef row, Supplier<R> work) {
    absent = row;
    try {
      return work.get();
    } finally {
      absent = null;
    }
  }

  /** The row that a mapper looks up; null if it does not exist. */
  @Nullable Object lookUp(Operation.FindRow operation, Object key) {
    return operation.row().equals(absent) ? null : find(operation, key);
  }

  /** A value for a mapper's supplier. */
  @Nullable Object supply(TypeRef type, SplittableRandom random) {
    Optional<Supplier<?>> given = doubles.supplier(classes.load(type));
    return given.isPresent()
        ? given.get().get()
        : values.sample(type, Limits.NONE, false, random).value();
  }

  @Override
  public Object find(Operation.FindRow operation, Object key) {
    Optional<Function<Object, ?>> given = doubles.finder(classes.load(operation.row()));
    if (given.isPresent()) {
      @Nullable Object row = given.get().apply(key);
      if (row == null) {
        throw new RejectedSample(operation.row().simpleName(), "the test finds no row");
      }
      return row;
    }
    Object rowKey = Objects.requireNonNull(conversions.convert(key, operation.back()));
    RowKey name = new RowKey(operation.row().fullName(), String.valueOf(rowKey));
    Object known = rows.get(name);
    if (known == null) {
      Lookup lookup = lookups.computeIfAbsent(operation, this::lookup);
      known = create(lookup, rowKey);
      rows.put(name, known);
    }
    return known;
  }

  private Lookup lookup(Operation.FindRow operation) {
    Shape shape = values.concrete(shapes.find(operation.row()).orElseThrow());
    Field key =
        shape
            .storedFields()
            .filter(
                field ->
                    field.reader().map(Access::name).equals(Optional.of(operation.read().name())))
            .findFirst()
            .orElseThrow();
    return new Lookup(
        shape,
        samplers.of(shape.type()),
        shape.storedFields().filter(field -> field.has(FieldTrait.GENERATED)).toList(),
        shape.storedFields().filter(field -> field.has(FieldTrait.CHILD_ROWS)).toList(),
        key);
  }

  private Object create(Lookup lookup, Object rowKey) {
    Object row = other(lookup);
    for (Field field : lookup.generated()) {
      access.set(row, field, null); // a provider takes a row with a key for a stored one
    }
    for (Field field : lookup.children()) {
      access.set(row, field, fitting.fitted(List.of(), field.type()));
    }
    access.set(row, lookup.key(), rowKey);
    return row;
  }

  /**
   * A row that differs from the other rows of its type in this run. Its recipe is drawn only once
   * in a trial, because many samples refer to rows of the same types.
   */
  private Object other(Lookup lookup) {
    TypeRef type = lookup.shape().type();
    int index = offset + counts.merge(type.fullName(), 1, Integer::sum) - 1;
    if (lookup.sampler().isEmpty()) {
      return minimal(lookup.shape(), new SplittableRandom(index));
    }
    List<SampleRecipe> known = recipes.computeIfAbsent(type.fullName(), name -> new ArrayList<>());
    for (int next = known.size(); next <= index; next++) {
      samplers.begin();
      known.add(lookup.sampler().get().recipe(new SplittableRandom(next), new HashSet<>()));
    }
    return known.get(index).create();
  }

  /** A row that belongs to no concept, with values only for its required columns. */
  private Object minimal(Shape shape, SplittableRandom random) {
    Creator creator =
        shape.constructors().stream()
            .min(Comparator.comparingInt(candidate -> candidate.parameters().size()))
            .orElseThrow(
                () -> new RejectedSample(shape.toString(), "has no accessible constructor"));
    List<@Nullable Object> arguments = new ArrayList<>();
    for (Parameter parameter : creator.parameters()) {
      arguments.add(values.sample(parameter.type(), Limits.NONE, false, random).value());
    }
    try {
      Object row = access.create(creator, arguments);
      if (row == null) {
        throw new RejectedSample(creator.label(), "returned null");
      }
      for (Field field : shape.storedFields().toList()) {
        boolean required = field.presence() == Presence.REQUIRED;
        boolean internal = FieldRole.anyInternal(field.roles());
        if (required && !internal && field.writer().isPresent()) {
          SampleValue value = values.sample(field.type(), field.limits(), false, random);
          access.set(row, field.name(), value.value());
        }
      }
      return row;
    } catch (InvocationTargetException thrown) {
      throw Failures.rejection(creator.label(), "", thrown);
    }
  }
}
