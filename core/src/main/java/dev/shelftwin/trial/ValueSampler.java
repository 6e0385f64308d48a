package dev.shelftwin.trial;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/**
 * Makes sample values of any type: the JDK's by its own edges, the users' by the methods that the
 * plan names, else by whatever makes them.
 */
final class ValueSampler {

  private static final int ATTEMPTS = 30;
  private static final int DEEPEST = 6;

  private final Plan plan;
  private final Shapes shapes;
  private final Reflection reflection;

  /** Which creator last made a value that its type accepted. */
  private final Map<TypeRef, Creator> proven = new HashMap<>();

  ValueSampler(Plan plan, Shapes shapes, Reflection reflection) {
    this.plan = plan;
    this.shapes = shapes;
    this.reflection = reflection;
  }

  /**
   * A sample.
   *
   * @param mayBeMissing whether nothing is a sample too
   * @throws SampleRefused where the users' types refuse everything that was tried
   */
  Candidate sample(TypeRef type, Limits limits, boolean mayBeMissing, RandomGenerator random)
      throws SampleRefused {
    return sample(type, limits, mayBeMissing, random, 0);
  }

  private Candidate sample(
      TypeRef type, Limits limits, boolean mayBeMissing, RandomGenerator random, int depth)
      throws SampleRefused {
    if (type.isOptional()) {
      Candidate held = sample(type.present(), limits, true, random, depth);
      return wrapped(type, held);
    }
    if (mayBeMissing && random.nextInt(4) == 0) {
      return Candidate.of(null);
    }
    Candidate there = there(type.boxed(), limits, random, depth);
    if (!mayBeMissing) {
      return there;
    }
    List<Candidate> smaller = new ArrayList<>(List.of(Candidate.of(null)));
    smaller.addAll(there.smaller());
    return new Candidate(there.value(), smaller);
  }

  private Candidate wrapped(TypeRef type, Candidate held) {
    return new Candidate(
        reflection.fitted(held.value(), type),
        held.smaller().stream().map(smaller -> wrapped(type, smaller)).toList());
  }

  private Candidate there(TypeRef type, Limits limits, RandomGenerator random, int depth)
      throws SampleRefused {
    Optional<Text> own = ownMethod(type);
    if (own.isPresent()) {
      Candidate simple = Candidate.of(callOwn(own.get(), new SplittableRandom(0)));
      return new Candidate(callOwn(own.get(), random), List.of(simple));
    }
    Optional<Container> container = Container.of(type);
    if (container.isPresent()) {
      return elements(container.get(), type, limits, random, depth);
    }
    Optional<Candidate> leaf = Leaves.make(type.qualifiedName(), limits, random);
    if (leaf.isPresent()) {
      return leaf.get();
    }
    Shape shape =
        shapes
            .find(type)
            .filter(found -> depth < DEEPEST)
            .orElseThrow(() -> new SampleRefused("no sample of " + type + " can be made"));
    if (!shape.constants().isEmpty()) {
      return constant(shape, random);
    }
    return made(shape, limits, random, depth);
  }

  /** At most three, and fewer of them as smaller ones. */
  private Candidate elements(
      Container container, TypeRef type, Limits limits, RandomGenerator random, int depth)
      throws SampleRefused {
    List<@Nullable Object> values = new ArrayList<>();
    Map<@Nullable Object, @Nullable Object> byKey = new LinkedHashMap<>();
    for (int count = random.nextInt(4); count > 0; count--) {
      Object value = sample(Container.element(type), limits, false, random, depth + 1).value();
      values.add(value);
      if (container == Container.MAP) {
        TypeRef key = type.arguments().get(0);
        byKey.put(sample(key, limits, false, random, depth + 1).value(), value);
      }
    }
    if (container == Container.MAP) {
      return new Candidate(byKey, List.of(Candidate.of(Map.of())));
    }
    return new Candidate(
        reflection.fitted(values, type),
        values.isEmpty() ? List.of() : List.of(Candidate.of(reflection.fitted(List.of(), type))));
  }

  private Candidate constant(Shape shape, RandomGenerator random) {
    Object[] constants = reflection.load(shape.type()).getEnumConstants();
    Object chosen = constants[random.nextInt(constants.length)];
    List<Candidate> smaller = new ArrayList<>();
    for (Object constant : constants) {
      if (constant == chosen) {
        break;
      }
      smaller.add(Candidate.of(constant));
    }
    return new Candidate(chosen, smaller);
  }

  private Candidate made(Shape shape, Limits limits, RandomGenerator random, int depth)
      throws SampleRefused {
    List<Creator> creators = creators(shape);
    String reason = "nothing public makes it";
    for (int attempt = 0; attempt < ATTEMPTS && !creators.isEmpty(); attempt++) {
      Creator creator = creators.get(attempt % creators.size());
      try {
        Candidate made = made(creator, limits, random, depth);
        proven.put(shape.type(), creator);
        return made;
      } catch (SampleRefused refused) {
        reason = refused.getMessage();
      }
    }
    throw new SampleRefused(
        "no sample of " + shape + " can be made (" + reason + "); name a method below 'samples'");
  }

  private List<Creator> creators(Shape shape) {
    @Nullable Creator first = proven.get(shape.type());
    return shape.creators().stream()
        .filter(creator -> creator.visibility() == Visibility.PUBLIC)
        .sorted(Comparator.comparing(creator -> !creator.equals(first)))
        .toList();
  }

  private Candidate made(Creator creator, Limits limits, RandomGenerator random, int depth)
      throws SampleRefused {
    List<Candidate> arguments = new ArrayList<>();
    for (Parameter parameter : creator.parameters()) {
      arguments.add(sample(parameter.type(), limits, false, random, depth + 1));
    }
    Object value = make(creator, arguments);
    return new Candidate(value, smaller(creator, arguments));
  }

  private List<Candidate> smaller(Creator creator, List<Candidate> arguments) {
    List<Candidate> smaller = new ArrayList<>();
    for (int index = 0; index < arguments.size(); index++) {
      for (Candidate simpler : arguments.get(index).smaller()) {
        List<Candidate> changed = new ArrayList<>(arguments);
        changed.set(index, simpler);
        try {
          smaller.add(Candidate.of(make(creator, changed)));
        } catch (SampleRefused tooSimple) {
          // The type does not accept it, so it is no candidate.
        }
      }
    }
    return smaller;
  }

  private Object make(Creator creator, List<Candidate> arguments) throws SampleRefused {
    List<@Nullable Object> values = new ArrayList<>();
    arguments.forEach(argument -> values.add(argument.value()));
    try {
      @Nullable Object made = reflection.make(creator, values);
      if (made == null) {
        throw new SampleRefused(creator.label() + " gave null");
      }
      return made;
    } catch (InvocationTargetException thrown) {
      throw new SampleRefused(creator.label() + ": " + Reflection.cause(thrown).getMessage());
    }
  }

  /** Whether the plan names a method that makes values of a type. */
  boolean hasOwnMethod(TypeRef type) {
    return ownMethod(type).isPresent();
  }

  private Optional<Text> ownMethod(TypeRef type) {
    return Optional.ofNullable(plan.samples().get(type.simpleName()))
        .or(() -> Optional.ofNullable(plan.samples().get(type.qualifiedName())));
  }

  private @Nullable Object callOwn(Text method, RandomGenerator random) {
    int dot = method.value().lastIndexOf('.');
    Place at = method.at();
    Method found =
        Reflection.methods(
                reflection.load(shapes.find(method.value().substring(0, dot)).orElseThrow().type()),
                method.value().substring(dot + 1))
            .stream()
            .filter(ValueSampler::isUsable)
            .findFirst()
            .orElseThrow(
                () ->
                    new InputException(
                        at,
                        method + " takes something other than a RandomGenerator",
                        "let it take a java.util.random.RandomGenerator, or nothing"));
    try {
      Object[] arguments = found.getParameterCount() == 0 ? new Object[0] : new Object[] {random};
      @Nullable Object made = reflection.invoke(found, null, arguments);
      return made instanceof Collection<?> all ? pick(all, random) : made;
    } catch (InvocationTargetException thrown) {
      Throwable cause = Reflection.cause(thrown);
      throw new InputException(
          at, method + " failed: " + cause, "let it make a sample whatever it is given");
    }
  }

  private static @Nullable Object pick(Collection<?> all, RandomGenerator random) {
    return List.copyOf(all).get(random.nextInt(all.size()));
  }

  private static boolean isUsable(Method method) {
    return method.getParameterCount() == 0
        || (method.getParameterCount() == 1
            && method.getParameterTypes()[0].isAssignableFrom(SplittableRandom.class));
  }
}
