package dev.shelftwin.trial;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperDependency;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.ledger.MapperPlan;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import java.lang.invoke.MethodType;
import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** Creates and calls compiled mappers, generated or written by hand. */
final class CompiledMappers {

  private final Ledger ledger;
  private final UserClasses classes;
  private final ObjectAccess access;
  private final TestRepositories repositories;
  private final Set<String> generated;
  private final ExistingMappers existing;
  private final StubAnswers stubs;
  private final Map<String, Object> instances = new HashMap<>();
  private final IdentityHashMap<HopLedger, MapperCall> creating = new IdentityHashMap<>();
  private final IdentityHashMap<HopLedger, MapperCall> updating = new IdentityHashMap<>();

  /**
   * The mappers of a ledger.
   *
   * @param tried which mappers were generated, and which the users have already
   * @param stubs receives what stubs of existing mappers' collaborators return
   */
  CompiledMappers(
      Ledger ledger,
      UserClasses classes,
      ObjectAccess access,
      TestRepositories repositories,
      TriedMappers tried,
      StubAnswers stubs) {
    this.ledger = ledger;
    this.generated = tried.generated();
    this.existing = tried.existing();
    this.stubs = stubs;
    this.classes = classes;
    this.access = access;
    this.repositories = repositories;
  }

  /** One method of a mapper, or several with the same name for different types. */
  private final class MapperCall {

    private final Object mapper;
    private final String method;
    private final HopLedger hop;
    private final List<String> callerFields;
    private final Map<List<Class<?>>, Method> byTypes = new HashMap<>();

    MapperCall(ConceptLedger concept, HopLedger hop, String method) {
      this.mapper = mapper(concept, hop.hop().outer().layer());
      this.method = method;
      this.hop = hop;
      this.callerFields =
          hop.callerParameters().stream()
              .map(mapping -> mapping.target().map(Field::name).orElseThrow())
              .toList();
    }

    @Nullable Object call(List<Object> objects, Map<String, @Nullable Object> callerValues)
        throws InvocationTargetException {
      List<@Nullable Object> arguments = new ArrayList<>(objects);
      callerFields.forEach(field -> arguments.add(callerValues.get(field)));
      List<Class<?>> types = new ArrayList<>();
      objects.forEach(object -> types.add(object.getClass()));
      Method found = byTypes.get(types);
      if (found == null) {
        found = find(objects, arguments.size());
        byTypes.put(types, found);
      }
      return access.invoke(found, mapper, arguments.toArray());
    }

    private Method find(List<Object> objects, int count) {
      return access.methods(mapper.getClass(), method).stream()
          .filter(one -> accepts(one, objects, count))
          .reduce(CompiledMappers::moreSpecific)
          .orElseThrow(
              () ->
                  new InputException(
                      Place.in(mapper.getClass().getName()),
                      "The mapper has no method " + method + " for " + hop.hop(),
                      "generate and compile it again, or leave --compiled out"));
    }
  }

  /** Whether the mapper of a hop was generated for this trial. */
  boolean isGenerated(ConceptLedger concept, HopLedger hop) {
    return !concept.isExisting(hop)
        && generated.contains(MapperNames.qualifiedName(concept, hop.hop().outer().layer()));
  }

  /** Another method of the mapper of a hop; empty if it has none with these parameters. */
  Optional<MapperMethod> method(
      ConceptLedger concept, HopLedger hop, String name, Class<?>... parameters) {
    Object mapper = mapper(concept, hop.hop().outer().layer());
    return access.methods(mapper.getClass(), name).stream()
        .filter(method -> Arrays.equals(method.getParameterTypes(), parameters))
        .findFirst()
        .map(method -> arguments -> access.invoke(method, mapper, arguments));
  }

  /** Another method of the mapper of a hop; empty if none of that name takes these arguments. */
  Optional<MapperMethod> methodFor(
      ConceptLedger concept, HopLedger hop, String name, @Nullable Object... arguments) {
    Object mapper = mapper(concept, hop.hop().outer().layer());
    return access.methods(mapper.getClass(), name).stream()
        .filter(method -> method.getParameterCount() == arguments.length)
        .filter(
            method ->
                IntStream.range(0, arguments.length)
                    .allMatch(
                        index ->
                            arguments[index] == null
                                || MethodType.methodType(method.getParameterTypes()[index])
                                    .wrap()
                                    .returnType()
                                    .isInstance(arguments[index])))
        .reduce(CompiledMappers::moreSpecific)
        .map(method -> given -> access.invoke(method, mapper, given));
  }

  /**
   * Maps an object.
   *
   * @param target the object that is updated; null to create one
   * @return the object that was created or updated
   */
  Object map(
      ConceptLedger concept,
      HopLedger hop,
      Object source,
      @Nullable Object target,
      Map<String, @Nullable Object> callerValues)
      throws InvocationTargetException {
    stubs.begin();
    Optional<ExistingMappers.Call> own =
        concept.isExisting(hop) ? existing.of(concept, hop, target != null) : Optional.empty();
    if (own.isPresent()) {
      @Nullable Object made = own.get().map(source, target, callerValues, stubs::add);
      if (made == null) {
        throw new InvocationTargetException(
            new IllegalStateException("the mapper returned nothing"));
      }
      return made;
    }
    if (target == null) {
      return Objects.requireNonNull(create(concept, hop, source, callerValues));
    }
    @Nullable Object created = update(concept, hop, target, source, callerValues);
    return created == null ? target : created;
  }

  /** Creates the target of a hop. */
  private @Nullable Object create(
      ConceptLedger concept,
      HopLedger hop,
      Object source,
      Map<String, @Nullable Object> callerValues)
      throws InvocationTargetException {
    MapperCall call = creating.get(hop);
    if (call == null) {
      call = new MapperCall(concept, hop, MapperNames.method(hop.hop().to()));
      creating.put(hop, call);
    }
    return call.call(List.of(source), callerValues);
  }

  /** Updates a target, or creates the object that replaces it; null if the target was updated. */
  private @Nullable Object update(
      ConceptLedger concept,
      HopLedger hop,
      Object target,
      Object source,
      Map<String, @Nullable Object> callerValues)
      throws InvocationTargetException {
    MapperCall call = updating.get(hop);
    if (call == null) {
      call = new MapperCall(concept, hop, MapperNames.UPDATE);
      updating.put(hop, call);
    }
    return call.call(List.of(target, source), callerValues);
  }

  /**
   * The one of two methods of one name that a call means whose arguments fit both (JLS §15.12.2.5).
   */
  private static Method moreSpecific(Method one, Method other) {
    Class<?>[] wider = one.getParameterTypes();
    Class<?>[] narrower = other.getParameterTypes();
    boolean isNarrower =
        IntStream.range(0, wider.length)
            .allMatch(index -> wider[index].isAssignableFrom(narrower[index]));
    return isNarrower ? other : one;
  }

  private static boolean accepts(Method method, List<Object> objects, int count) {
    return method.getParameterCount() == count
        && IntStream.range(0, objects.size())
            .allMatch(index -> method.getParameterTypes()[index].isInstance(objects.get(index)));
  }

  private Object mapper(ConceptLedger concept, Layer layer) {
    String name = MapperNames.qualifiedName(concept, layer);
    Object known = instances.get(name);
    if (known == null) {
      known = instance(name, dependencies(name));
      instances.put(name, known);
    }
    return known;
  }

  private List<MapperDependency> dependencies(String name) {
    return ledger.mappers().stream()
        .filter(mapper -> mapper.qualifiedName().equals(name))
        .findFirst()
        .map(MapperPlan::dependencies)
        .orElse(List.of());
  }

  /** Creates a mapper: functions and suppliers in their order, other mappers by their types. */
  private Object instance(String name, List<MapperDependency> dependencies) {
    try {
      Constructor<?> constructor =
          Arrays.stream(classes.load(name).getDeclaredConstructors())
              .min(Comparator.comparingInt(Constructor::getParameterCount))
              .orElseThrow(NoSuchMethodException::new);
      Deque<MapperDependency.OfFinder> finders =
          only(dependencies, MapperDependency.OfFinder.class);
      Deque<MapperDependency.OfSupplier> suppliers =
          only(dependencies, MapperDependency.OfSupplier.class);
      List<Object> arguments = new ArrayList<>();
      for (Class<?> type : constructor.getParameterTypes()) {
        if (type.equals(Function.class) && !finders.isEmpty()) {
          arguments.add(finder(finders.remove()));
        } else if (type.equals(Supplier.class) && !suppliers.isEmpty()) {
          arguments.add(supplier(suppliers.remove()));
        } else {
          arguments.add(other(type, dependencies));
        }
      }
      return ObjectAccess.open(constructor).newInstance(arguments.toArray());
    } catch (ReflectiveOperationException | InputException missing) {
      throw new InputException(
          Place.in(name),
          "There is no compiled mapper with this name that can be created",
          "generate and compile it, or leave --compiled out; a mapper of your own may need only the"
              + " mappers, functions and suppliers that the generated one needs");
    }
  }

  private static <D extends MapperDependency> Deque<D> only(
      List<MapperDependency> dependencies, Class<D> kind) {
    return dependencies.stream()
        .filter(kind::isInstance)
        .map(kind::cast)
        .collect(Collectors.toCollection(ArrayDeque::new));
  }

  private Object other(Class<?> type, List<MapperDependency> dependencies)
      throws NoSuchMethodException {
    for (MapperDependency.OfMapper mapper : only(dependencies, MapperDependency.OfMapper.class)) {
      Object instance = mapper(mapper.concept(), mapper.layer());
      if (type.isInstance(instance)) {
        return instance;
      }
    }
    throw new NoSuchMethodException(type.getName());
  }

  private Supplier<@Nullable Object> supplier(MapperDependency.OfSupplier supplier) {
    SplittableRandom random = new SplittableRandom(0);
    return () -> {
      try {
        return repositories.supply(supplier.type(), random);
      } catch (RejectedSample rejected) {
        return null;
      }
    };
  }

  private Function<Object, @Nullable Object> finder(MapperDependency.OfFinder finder) {
    return key -> {
      try {
        return repositories.lookUp(finder.operation(), key);
      } catch (RejectedSample rejected) {
        return null;
      }
    };
  }
}
