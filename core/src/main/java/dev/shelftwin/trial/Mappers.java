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
import org.jspecify.annotations.Nullable;

/** Calls the mappers, whoever compiled them. */
final class Mappers {

  private final Ledger ledger;
  private final Reflection reflection;
  private final Finders finders;
  private final Map<String, Object> instances = new HashMap<>();

  Mappers(Ledger ledger, Reflection reflection, Finders finders) {
    this.ledger = ledger;
    this.reflection = reflection;
    this.finders = finders;
  }

  /** Makes the target of a hop. */
  @Nullable Object make(
      ConceptLedger concept, HopLedger hop, Object source, Map<String, @Nullable Object> given)
      throws InvocationTargetException {
    return call(concept, hop, MapperNames.method(hop.hop().to()), List.of(source), given);
  }

  /** Writes a source over a target that is there already, or makes what takes its place. */
  @Nullable Object update(
      ConceptLedger concept,
      HopLedger hop,
      Object target,
      Object source,
      Map<String, @Nullable Object> given)
      throws InvocationTargetException {
    return call(concept, hop, MapperNames.UPDATE, List.of(target, source), given);
  }

  /** Entries whose value the caller gives, in the order of the method's parameters. */
  static List<FieldMapping> givenByCaller(HopLedger hop) {
    return hop.callerParameters();
  }

  private @Nullable Object call(
      ConceptLedger concept,
      HopLedger hop,
      String name,
      List<Object> objects,
      Map<String, @Nullable Object> given)
      throws InvocationTargetException {
    List<@Nullable Object> arguments = new ArrayList<>(objects);
    for (FieldMapping entry : givenByCaller(hop)) {
      arguments.add(given.get(entry.target().map(Field::name).orElseThrow()));
    }
    Object mapper = mapper(concept, hop);
    for (Method method : Reflection.methods(mapper.getClass(), name)) {
      if (takes(method, objects, arguments.size())) {
        return reflection.invoke(method, mapper, arguments.toArray());
      }
    }
    throw new InputException(
        Place.in(mapper.getClass().getName()),
        "the mapper has no method " + name + " for " + hop.hop(),
        "generate it again and compile it, or leave --compiled out");
  }

  private static boolean takes(Method method, List<Object> objects, int count) {
    if (method.getParameterCount() != count) {
      return false;
    }
    for (int index = 0; index < objects.size(); index++) {
      if (!method.getParameterTypes()[index].isInstance(objects.get(index))) {
        return false;
      }
    }
    return true;
  }

  private Object mapper(ConceptLedger concept, HopLedger hop) {
    return mapper(concept, hop.hop().outer().layer());
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

  /** Hands a mapper what it asks for: finders in their order, other mappers by their types. */
  private Object instance(String name, List<MapperDependency> dependencies) {
    try {
      Constructor<?> constructor =
          Arrays.stream(reflection.load(name).getDeclaredConstructors())
              .min(Comparator.comparingInt(Constructor::getParameterCount))
              .orElseThrow(NoSuchMethodException::new);
      Deque<MapperDependency.OfSupplier> suppliers =
          dependencies.stream()
              .filter(MapperDependency.OfSupplier.class::isInstance)
              .map(MapperDependency.OfSupplier.class::cast)
              .collect(Collectors.toCollection(ArrayDeque::new));
      Deque<MapperDependency.OfFinder> rest =
          dependencies.stream()
              .filter(MapperDependency.OfFinder.class::isInstance)
              .map(MapperDependency.OfFinder.class::cast)
              .collect(Collectors.toCollection(ArrayDeque::new));
      List<Object> arguments = new ArrayList<>();
      for (Class<?> type : constructor.getParameterTypes()) {
        if (type.equals(Function.class) && !rest.isEmpty()) {
          arguments.add(finder(rest.remove()));
        } else if (type.equals(Supplier.class) && !suppliers.isEmpty()) {
          arguments.add(supplier(suppliers.remove()));
        } else {
          arguments.add(other(type, dependencies));
        }
      }
      return Reflection.open(constructor).newInstance(arguments.toArray());
    } catch (ReflectiveOperationException | InputException missing) {
      throw new InputException(
          Place.in(name),
          "there is no compiled mapper of that name that could be made",
          "generate it and compile it, or leave --compiled out; a mapper of your own may ask for"
              + " the mappers and finders that the generated one asks for");
    }
  }

  private Object other(Class<?> type, List<MapperDependency> dependencies)
      throws NoSuchMethodException {
    for (MapperDependency dependency : dependencies) {
      if (dependency instanceof MapperDependency.OfMapper mapper) {
        Object made = mapper(mapper.concept(), mapper.layer());
        if (type.isInstance(made)) {
          return made;
        }
      }
    }
    throw new NoSuchMethodException(type.getName());
  }

  private Supplier<@Nullable Object> supplier(MapperDependency.OfSupplier supplier) {
    SplittableRandom random = new SplittableRandom(0);
    return () -> {
      try {
        return finders.sample(supplier.type(), random);
      } catch (SampleRefused refused) {
        return null;
      }
    };
  }

  private Function<Object, @Nullable Object> finder(MapperDependency.OfFinder finder) {
    return key -> {
      try {
        return finders.find(finder.operation(), key);
      } catch (SampleRefused refused) {
        return null;
      }
    };
  }
}
