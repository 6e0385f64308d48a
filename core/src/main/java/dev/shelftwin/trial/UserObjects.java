package dev.shelftwin.trial;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.InvocationTargetException;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/** Creates, reads and converts objects of the users' types outside of routes. */
public final class UserObjects {

  private static final TriedMappers NO_MAPPERS = new TriedMappers(Set.of(), Map.of());

  private final Ledger ledger;
  private final Shapes shapes;
  private final ClassLoader loader;
  private @Nullable TrialTools tools;
  private final UserClasses classes;
  private final ObjectAccess access;
  private final ValueFitting fitting;
  private final MessageValues messages;
  private final ValueSampler values;
  private final ConversionRunner conversions;

  /**
   * Objects of the types of a plan.
   *
   * @param loader loads the users' classes
   */
  public UserObjects(Ledger ledger, Shapes shapes, ClassLoader loader) {
    this.ledger = ledger;
    this.shapes = shapes;
    this.loader = loader;
    classes = new UserClasses(loader);
    access = new ObjectAccess(classes);
    fitting = new ValueFitting(classes);
    messages = new MessageValues(classes, access);
    values = new ValueSampler(ledger.plan(), shapes, classes, access, fitting);
    conversions =
        new ConversionRunner(
            classes,
            access,
            fitting,
            (operation, key) -> {
              throw new RejectedSample(operation.toString(), "no row is at hand");
            });
  }

  /** The class of a type, without its type arguments. */
  public Class<?> load(TypeRef type) {
    return classes.load(type);
  }

  /** The class of that binary name. */
  public Class<?> load(String binaryName) {
    return classes.load(binaryName);
  }

  /** Whether a JDK type has samples of its own, as texts, numbers and times have. */
  public static boolean isPlain(TypeRef type) {
    return JdkSamples.of(type.boxed().qualifiedName()).isPresent()
        || Container.of(type).isPresent();
  }

  /** Whether the plan names a method that creates samples of a type. */
  public boolean hasSampleMethod(TypeRef type) {
    return values.hasSampleMethod(type);
  }

  /** A type as a concept of the plan knows it: itself, or an interface that it implements. */
  public Optional<Shape> ofConcept(Shape type) {
    return ledger.concepts().stream()
        .flatMap(ConceptLedger::shapes)
        .map(ResolvedShape::shape)
        .filter(
            shape ->
                shape.type().erased().equals(type.type().erased())
                    || ((shape.kind() == Shape.Kind.INTERFACE || shape.has(ShapeTrait.IMPLEMENTED))
                        && type.isSubtypeOf(shape)))
        .findFirst();
  }

  /** The types whose objects are samples of an abstract type; none for other types. */
  public List<Shape> standIns(Shape type) {
    return type.isAbstract() ? values.concreteTypes(type) : List.of();
  }

  /**
   * What the variable of a field can hold, which may be less than its methods take.
   *
   * @return Object for a value that has no variable of its own
   */
  public Class<?> holder(TypeRef owner, Field field) {
    for (@Nullable Class<?> level = load(owner); level != null; level = level.getSuperclass()) {
      for (java.lang.reflect.Field declared : level.getDeclaredFields()) {
        if (declared.getName().equals(field.member())) {
          return declared.getType().equals(Optional.class) ? Object.class : declared.getType();
        }
      }
    }
    return Object.class;
  }

  /** A sample that is not null; empty if the type's own code rejects what was tried. */
  public Optional<Object> sample(TypeRef type, Limits limits, RandomGenerator random) {
    try {
      return Optional.ofNullable(values.sample(type, limits, false, random).value());
    } catch (RejectedSample | UserFailure rejected) {
      return Optional.empty();
    }
  }

  /** An object of a shape that the domain accepts as a whole; empty if nothing was accepted. */
  public Optional<Object> accepted(
      ConceptLedger concept, ResolvedShape shape, RandomGenerator random) {
    if (tools == null) {
      tools = new TrialTools(ledger, shapes, loader, NO_MAPPERS);
    }
    try {
      ObjectSamplers samplers = tools.samplers();
      samplers.begin();
      return Optional.of(
          samplers.of(concept, shape).acceptedRecipe(random, new HashSet<>()).create());
    } catch (RuntimeException | LinkageError | StackOverflowError rejected) {
      return Optional.empty();
    }
  }

  /** A created object; empty if the creator rejects its arguments. */
  public Optional<Object> create(Creator creator, List<? extends @Nullable Object> arguments) {
    try {
      return Optional.ofNullable(access.create(creator, arguments));
    } catch (InvocationTargetException
        | IllegalArgumentException
        | IllegalStateException rejected) {
      return Optional.empty();
    }
  }

  /**
   * The value of a field, without an optional around it.
   *
   * @throws RuntimeException if the users' own method fails
   */
  public @Nullable Object read(Object owner, Field field) {
    return ValueFitting.unwrapped(access.read(owner, field));
  }

  /** Calls the method that writes a field; whatever it rejects, the field keeps its value. */
  public void write(Object owner, Field field, Object value) {
    try {
      access.set(owner, field, value);
    } catch (RuntimeException rejected) {
      // the field keeps its value
    }
  }

  /** A value without an optional around it. */
  public static @Nullable Object unwrapped(@Nullable Object value) {
    return ValueFitting.unwrapped(value);
  }

  /** A value in the optional or container that a type wants. */
  public @Nullable Object fitted(@Nullable Object value, TypeRef type) {
    return fitting.fitted(value, type);
  }

  /** A value of a type that messages have for what the JDK has a type for, as that of the JDK. */
  public Object plain(Object value) {
    return messages.plain(value);
  }

  /** Whether a value is a collection or an array. */
  public static boolean hasElements(Object value) {
    return ValueFitting.hasElements(value);
  }

  /** The elements of a collection or an array. */
  public static Collection<? extends @Nullable Object> elements(Object container) {
    return ValueFitting.elements(container);
  }

  /** An empty map or set if a type extends one of them, otherwise an empty list. */
  public static Object noElements(Class<?> type) {
    return ValueFitting.noElements(type);
  }

  /** A converted value; empty if the value cannot be converted or becomes nothing. */
  public Optional<Object> convert(Object value, Conversion conversion) {
    try {
      return Optional.ofNullable(conversions.convert(value, conversion));
    } catch (RuntimeException rejected) {
      return Optional.empty();
    }
  }

  /** The cause of a failure in one line. */
  public static String text(Throwable failure) {
    return Failures.text(failure);
  }
}
