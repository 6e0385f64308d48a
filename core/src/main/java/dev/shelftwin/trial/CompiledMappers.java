package dev.shelftwin.trial;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperDependency;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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
  private final Map<String, Object> instances = new HashMap<>();
  private final Map<CallKey, Method> methods = new HashMap<>();

  CompiledMappers(
      Ledger ledger, UserClasses classes, ObjectAccess access, TestRepositories repositories) {
    this.ledger = ledger;
    this.classes = classes;
    this.access = access;
    this.repositories = repositories;
  }

  /** A method of a mapper for arguments of certain types. */
  private record CallKey(Class<?> mapper, String method, List<Class<?>> arguments, int count) {}

  /** Creates the target of a hop. */
  @Nullable Object create(
      ConceptLedger concept,
      HopLedger hop,
      Object source,
      Map<String, @Nullable Object> callerValues)
      throws InvocationTargetException {
    return call(concept, hop, MapperNames.method(hop.hop().to()), List.of(source), callerValues);
  }

  /** Updates a target, or creates the object that replaces it; null if the target was updated. */
  @Nullable Object update(
      ConceptLedger concept,
      HopLedger hop,
      Object target,
      Object source,
      Map<String, @Nullable Object> callerValues)
      throws InvocationTargetException {
    return call(concept, hop, MapperNames.UPDATE, List.of(target, source), callerValues);
  }

  private @Nullable Object call(
      ConceptLedger concept,
      HopLedger hop,
      String name,
      List<Object> objects,
      Map<String, @Nullable Object> callerValues)
      throws InvocationTargetException {
    List<@Nullable Object> arguments = new ArrayList<>(objects);
    for (FieldMapping mapping : hop.callerParameters()) {
      arguments.add(callerValues.get(mapping.target().map(Field::name).orElseThrow()));
    }
    Object mapper = mapper(concept, hop.hop().outer().layer());
    List<Class<?>> types = objects.stream().<Class<?>>map(Object::getClass).toList();
    CallKey key = new CallKey(mapper.getClass(), name, types, arguments.size());
    Method method = methods.get(key);
    if (method == null) {
      method = find(key, objects, hop);
      methods.put(key, method);
    }
    return access.invoke(method, mapper, arguments.toArray());
  }

  private Method find(CallKey key, List<Object> objects, HopLedger hop) {
    for (Method method : access.methods(key.mapper(), key.method())) {
      if (accepts(method, objects, key.count())) {
        return method;
      }
    }
    throw new InputException(
        Place.in(key.mapper().getName()),
        "The mapper has no method " + key.method() + " for " + hop.hop(),
        "generate and compile it again, or leave --compiled out");
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
      known = instance(name, MapperDependency.of(concept, layer, ledger::concept));
      instances.put(name, known);
    }
    return known;
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
        return repositories.find(finder.operation(), key);
      } catch (RejectedSample rejected) {
        return null;
      }
    };
  }
}
