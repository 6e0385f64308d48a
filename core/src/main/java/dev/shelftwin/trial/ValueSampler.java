package dev.shelftwin.trial;

import dev.shelftwin.convert.MessageType;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.BiFunction;
import java.util.random.RandomGenerator;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Creates sample values of any type: JDK types by their edge cases, the users' types by the sample
 * methods that the plan names, otherwise by their creators.
 */
final class ValueSampler {

  /** The depth up to which interfaces are implemented, as all of them may refer to each other. */
  private static final int MAX_IMPLEMENTED = 2;

  private static final int ATTEMPTS = 10;

  /** Why nobody can create a value of a type; empty if somebody can. */
  private final Map<TypeRef, Optional<String>> impossible = new HashMap<>();

  private final Plan plan;
  private final Shapes shapes;
  private final UserClasses classes;
  private final ObjectAccess access;
  private final ValueFitting fitting;
  private final ConcreteTypes concrete;

  private final Map<TypeRef, Source> sources = new HashMap<>();

  /** Draws samples of one type. */
  @FunctionalInterface
  interface Source {
    SampleValue sample(Limits limits, RandomGenerator random, int depth);
  }

  /** Draws samples of one type within certain limits. */
  @FunctionalInterface
  interface Prepared {

    /**
     * A sample.
     *
     * @throws RejectedSample if the users' types reject everything that was tried
     */
    SampleValue sample(RandomGenerator random);
  }

  ValueSampler(
      Plan plan, Shapes shapes, UserClasses classes, ObjectAccess access, ValueFitting fitting) {
    this.plan = plan;
    this.shapes = shapes;
    this.classes = classes;
    this.access = access;
    this.fitting = fitting;
    this.concrete = new ConcreteTypes(plan, shapes);
  }

  /** The stored fields of a type; none if it is not among the users' types. */
  List<Field> storedFields(TypeRef type) {
    return shapes.find(type).stream().flatMap(Shape::storedFields).toList();
  }

  /** The type itself, or one that extends it if it is abstract: its objects can be created. */
  Shape concrete(Shape type) {
    return type.isAbstract() ? concrete.of(type).stream().findFirst().orElse(type) : type;
  }

  /**
   * A sample.
   *
   * @param mayBeMissing whether null is a sample too
   * @throws RejectedSample if the users' types reject everything that was tried
   */
  SampleValue sample(TypeRef type, Limits limits, boolean mayBeMissing, RandomGenerator random) {
    return prepared(type, limits, mayBeMissing).sample(random);
  }

  /**
   * Prepares samples of one type.
   *
   * @param mayBeMissing whether null is a sample too
   */
  Prepared prepared(TypeRef type, Limits limits, boolean mayBeMissing) {
    Source source = source(type, mayBeMissing);
    return random -> source.sample(limits, random, 0);
  }

  /** Draws samples of a type, or null. */
  Source source(TypeRef type, boolean mayBeMissing) {
    if (type.isOptional()) {
      Source content = source(type.present(), true);
      ValueFitting.Fitter fitter = fitting.fitter(type);
      return (limits, random, depth) -> wrapped(fitter, content.sample(limits, random, depth));
    }
    Source present = source(type.boxed());
    return mayBeMissing
        ? (limits, random, depth) ->
            random.nextInt(4) == 0
                ? SampleValue.of(null)
                : orMissing(present, type, limits, random, depth)
        : present;
  }

  /** A value that may be missing is so where nobody can create one. */
  private SampleValue orMissing(
      Source present, TypeRef type, Limits limits, RandomGenerator random, int depth) {
    try {
      return orMissing(present.sample(limits, random, depth));
    } catch (RejectedSample rejected) {
      if (!impossible.containsKey(type)) {
        impossible.put(type, whyImpossible(present)); // which may add types within this one
      }
      if (whyMissing(type).isEmpty()) {
        throw rejected;
      }
      return SampleValue.of(null);
    }
  }

  /** Why values of a type are always missing; empty if they are not. */
  Optional<String> whyMissing(TypeRef type) {
    return impossible.getOrDefault(type.present(), Optional.empty());
  }

  /** With random numbers of its own, so that samples do not depend on which were drawn before. */
  private static Optional<String> whyImpossible(Source source) {
    SplittableRandom random = new SplittableRandom(0);
    Optional<String> why = Optional.empty();
    for (int attempt = 0; attempt < ATTEMPTS; attempt++) {
      try {
        source.sample(Limits.NONE, random, 0);
        return Optional.empty();
      } catch (RejectedSample rejected) {
        why = Optional.ofNullable(rejected.getMessage());
      }
    }
    return why;
  }

  private static SampleValue orMissing(SampleValue present) {
    return new SampleValue(
        present.value(),
        () ->
            Stream.concat(Stream.of(SampleValue.of(null)), present.simpler().get().stream())
                .toList());
  }

  private static SampleValue wrapped(ValueFitting.Fitter fitter, SampleValue content) {
    return new SampleValue(
        fitter.fit(content.value()),
        () -> content.simpler().get().stream().map(simpler -> wrapped(fitter, simpler)).toList());
  }

  private Source source(TypeRef type) {
    Source known = sources.get(type);
    if (known == null) {
      known = findSource(type);
      sources.put(type, known);
    }
    return known;
  }

  private Source findSource(TypeRef type) {
    Optional<Text> own = sampleMethod(type);
    if (own.isPresent()) {
      Method method = method(own.get());
      return (limits, random, depth) ->
          new SampleValue(
              call(own.get(), method, random),
              () -> List.of(SampleValue.of(call(own.get(), method, new SplittableRandom(0)))));
    }
    Optional<Container> container = Container.of(type);
    if (container.isPresent()) {
      return container.get() == Container.MAP ? new OfMap(type) : new OfContainer(type);
    }
    Optional<BiFunction<RandomGenerator, Limits, SampleValue>> ofJdk =
        JdkSamples.of(type.qualifiedName());
    if (ofJdk.isPresent()) {
      return (limits, random, depth) -> ofJdk.get().apply(random, limits);
    }
    Optional<MessageType> ofMessages = MessageType.of(type);
    if (ofMessages.isPresent()) {
      Source plain = source(ofMessages.get().plain());
      return (limits, random, depth) ->
          message(ofMessages.get(), plain.sample(limits, random, depth));
    }
    return shapes
        .find(type)
        .map(this::ofShape)
        .orElse(
            (limits, random, depth) -> {
              throw new RejectedSample(type.toString(), "no sample can be created");
            });
  }

  private Source ofShape(Shape shape) {
    if (!shape.constants().isEmpty()) {
      List<Object> constants =
          Stream.of(classes.load(shape.type()).getEnumConstants())
              .map(Object.class::cast)
              .filter(one -> shape.constants().contains(((Enum<?>) one).name()))
              .toList();
      return (limits, random, depth) -> constant(constants, random);
    }
    return shape.isAbstract()
        ? ofAbstract(shape)
        : new CreatorSamples(this, shapes, classes, access, shape);
  }

  private Source ofAbstract(Shape shape) {
    List<Source> subtypes = concreteTypes(shape).stream().map(one -> source(one.type())).toList();
    if (!subtypes.isEmpty()) {
      return (limits, random, depth) ->
          subtypes.get(random.nextInt(subtypes.size())).sample(limits, random, depth);
    }
    if (shape.isOpenInterface()) {
      return new ByImplementation(shape);
    }
    return (limits, random, depth) -> {
      throw new RejectedSample(
          shape.type().toString(),
          "no sample can be created (it is abstract); name a sample method in 'samples'");
    };
  }

  /** The types whose objects are samples of an abstract type. */
  List<Shape> concreteTypes(Shape type) {
    return concrete.of(type).stream().filter(one -> classes.has(one.type())).toList();
  }

  private SampleValue message(MessageType type, SampleValue plain) {
    try {
      Object made =
          new MessageValues(classes, access).made(type, Objects.requireNonNull(plain.value()));
      return new SampleValue(
          made, () -> plain.simpler().get().stream().map(one -> message(type, one)).toList());
    } catch (InvocationTargetException thrown) {
      throw Failures.rejection(type.message().toString(), "", thrown);
    }
  }

  private static SampleValue constant(List<Object> constants, RandomGenerator random) {
    int index = random.nextInt(constants.size());
    return new SampleValue(
        constants.get(index),
        () -> constants.subList(0, index).stream().map(SampleValue::of).toList());
  }

  /** Whether the plan names a sample method for a type. */
  boolean hasSampleMethod(TypeRef type) {
    return sampleMethod(type).isPresent();
  }

  private Optional<Text> sampleMethod(TypeRef type) {
    if (plan.samples().isEmpty()) {
      return Optional.empty();
    }
    return Optional.ofNullable(plan.samples().get(type.simpleName()))
        .or(() -> Optional.ofNullable(plan.samples().get(type.qualifiedName())));
  }

  private Method method(Text name) {
    int dot = name.value().lastIndexOf('.');
    Shape owner = shapes.find(name.value().substring(0, dot)).orElseThrow();
    return access.methods(classes.load(owner.type()), name.value().substring(dot + 1)).stream()
        .filter(ValueSampler::isSampleMethod)
        .findFirst()
        .orElseThrow(
            () ->
                new InputException(
                    name.at(),
                    name + " has other parameters than a RandomGenerator",
                    "give it one java.util.random.RandomGenerator or no parameter"));
  }

  private @Nullable Object call(Text name, Method method, RandomGenerator random) {
    try {
      Object[] arguments = method.getParameterCount() == 0 ? new Object[0] : new Object[] {random};
      @Nullable Object created = access.invoke(method, null, arguments);
      return created instanceof Collection<?> all ? oneOf(all, random) : created;
    } catch (InvocationTargetException thrown) {
      throw new InputException(
          name.at(),
          name + " failed: " + ObjectAccess.cause(thrown),
          "let it return a sample for every random generator");
    }
  }

  private static @Nullable Object oneOf(Collection<?> all, RandomGenerator random) {
    return List.copyOf(all).get(random.nextInt(all.size()));
  }

  private static boolean isSampleMethod(Method method) {
    return method.getParameterCount() == 0
        || (method.getParameterCount() == 1
            && method.getParameterTypes()[0].isAssignableFrom(SplittableRandom.class));
  }

  /** Up to three elements; an empty container is simpler. */
  private final class OfContainer implements Source {

    private final TypeRef type;
    private final ValueFitting.Fitter fitter;

    OfContainer(TypeRef type) {
      this.type = type;
      this.fitter = fitting.fitter(type);
    }

    @Override
    public SampleValue sample(Limits limits, RandomGenerator random, int depth) {
      Source element = source(Container.element(type), false);
      List<@Nullable Object> values = new ArrayList<>();
      for (int count = random.nextInt(4); count > 0; count--) {
        values.add(element.sample(limits, random, depth + 1).value());
      }
      return new SampleValue(
          fitter.fit(values),
          () -> values.isEmpty() ? List.of() : List.of(SampleValue.of(fitter.fit(List.of()))));
    }
  }

  /** Up to three entries; an empty map is simpler. */
  private final class OfMap implements Source {

    private final TypeRef type;

    OfMap(TypeRef type) {
      this.type = type;
    }

    @Override
    public SampleValue sample(Limits limits, RandomGenerator random, int depth) {
      Source key = source(type.arguments().get(0), false);
      Source element = source(Container.element(type), false);
      Map<@Nullable Object, @Nullable Object> byKey = new LinkedHashMap<>();
      for (int count = random.nextInt(4); count > 0; count--) {
        Object value = element.sample(limits, random, depth + 1).value();
        byKey.put(key.sample(limits, random, depth + 1).value(), value);
      }
      return new SampleValue(byKey, () -> List.of(SampleValue.of(Map.of())));
    }
  }

  /** Samples of an interface, whose getters return samples. */
  private final class ByImplementation implements Source {

    private final Shape shape;

    ByImplementation(Shape shape) {
      this.shape = shape;
    }

    @Override
    public SampleValue sample(Limits limits, RandomGenerator random, int depth) {
      if (depth >= MAX_IMPLEMENTED) {
        throw new RejectedSample(shape.toString(), "no sample can be created");
      }
      Map<String, @Nullable Object> results = new HashMap<>();
      for (Field field : shape.storedFields().toList()) {
        Access reader = field.reader().orElseThrow();
        results.put(reader.name(), result(reader.type(), field.limits(), random, depth));
      }
      return SampleValue.of(access.implement(shape.type(), results));
    }

    /** Objects that refer back to their own type, or that cannot be created, are missing. */
    private @Nullable Object result(
        TypeRef type, Limits limits, RandomGenerator random, int depth) {
      try {
        return source(type, false).sample(limits, random, depth + 1).value();
      } catch (RejectedSample rejected) {
        if (type.isPrimitive()) {
          throw rejected;
        }
        return null;
      }
    }
  }
}
