package dev.shelftwin.trial;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.plan.Given;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Calls the mappers, whoever compiled them. */
final class Mappers {

  private final Reflection reflection;
  private final Map<String, Object> instances = new HashMap<>();

  Mappers(Reflection reflection) {
    this.reflection = reflection;
  }

  /** Makes the target of a hop. */
  @Nullable Object make(
      ConceptLedger concept, HopLedger hop, Object source, Map<String, @Nullable Object> given)
      throws InvocationTargetException {
    return call(concept, hop, MapperNames.method(hop.hop().to()), List.of(source), given);
  }

  /** Writes a source over a target that is there already. */
  void update(
      ConceptLedger concept,
      HopLedger hop,
      Object target,
      Object source,
      Map<String, @Nullable Object> given)
      throws InvocationTargetException {
    call(concept, hop, MapperNames.UPDATE, List.of(target, source), given);
  }

  /** Entries whose value the caller gives, in the order of the method's parameters. */
  static List<Entry> givenByCaller(HopLedger hop) {
    return hop.entries().stream()
        .filter(
            entry -> entry.given().filter(from -> from.source() == Given.Source.CALLER).isPresent())
        .toList();
  }

  private @Nullable Object call(
      ConceptLedger concept,
      HopLedger hop,
      String name,
      List<Object> objects,
      Map<String, @Nullable Object> given)
      throws InvocationTargetException {
    List<@Nullable Object> arguments = new ArrayList<>(objects);
    for (Entry entry : givenByCaller(hop)) {
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
    String name = MapperNames.qualifiedName(concept.concept(), hop.hop().outer().layer());
    return instances.computeIfAbsent(name, this::instance);
  }

  private Object instance(String name) {
    try {
      return Reflection.open(reflection.load(name).getDeclaredConstructor()).newInstance();
    } catch (ReflectiveOperationException | InputException missing) {
      throw new InputException(
          Place.in(name),
          "there is no compiled mapper of that name with a constructor without parameters",
          "generate it and compile it, or leave --compiled out");
    }
  }
}
