package dev.shelftwin.observe;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.plan.ExistingMapper;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.trial.Doubles;
import dev.shelftwin.trial.ExistingMappers;
import dev.shelftwin.trial.UserObjects;
import java.lang.invoke.MethodType;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import org.jspecify.annotations.Nullable;

/** Calls existing mappers on the routes of a trial. */
public final class ExistingCalls implements ExistingMappers {

  private final ExistingMapperObserver observer;
  private final UserObjects objects;
  private final Shapes shapes;
  private final Map<Text, Optional<OfMethod>> known = new HashMap<>();

  /**
   * The existing mappers of a plan.
   *
   * @param loader loads the users' classes
   */
  public ExistingCalls(Ledger ledger, Shapes shapes, ClassLoader loader) {
    this(ledger, shapes, loader, Doubles.none());
  }

  /**
   * The existing mappers of a plan, with test doubles.
   *
   * @param doubles of the users, in place of stubs for what the mappers need
   */
  public ExistingCalls(Ledger ledger, Shapes shapes, ClassLoader loader, Doubles doubles) {
    this.observer = new ExistingMapperObserver(ledger, shapes, loader, doubles);
    this.objects = new UserObjects(ledger, shapes, loader);
    this.shapes = shapes;
  }

  @Override
  public synchronized Optional<Call> of(ConceptLedger concept, HopLedger hop, boolean updates) {
    for (ExistingMapper mapper :
        concept.concept().existing(hop.hop().from().use(), hop.hop().to().use())) {
      for (Text method : mapper.methods()) {
        Optional<OfMethod> found =
            known.computeIfAbsent(
                method, name -> find(new ExistingMapperObserver.Task(concept, hop, name)));
        if (found.isPresent() && found.get().call.updates() == updates) {
          return Optional.of(found.get());
        }
      }
    }
    return Optional.empty();
  }

  /**
   * The mapper of one method.
   *
   * @param updates whether it must fill an object that is there already
   */
  synchronized Optional<Call> of(ExistingMapperObserver.Task task, boolean updates) {
    return find(task).filter(found -> found.call.updates() == updates).map(Call.class::cast);
  }

  private Optional<OfMethod> find(ExistingMapperObserver.Task task) {
    try {
      ExistingMapperObserver.Found found = observer.find(task);
      return Optional.of(new OfMethod(found, task.hop().hop().to().shape()));
    } catch (RuntimeException | LinkageError cannot) {
      return Optional.empty(); // its observation says why
    }
  }

  /** Calls one method, always on a new object. */
  private final class OfMethod implements Call {

    private final ExistingMapperObserver.Found found;
    private final MapperCall call;
    private final TreeReader reader = new TreeReader(shapes, objects);
    private final Stubs.StubClasses stubClasses = new Stubs.StubClasses(shapes, objects, reader);

    private final Shape target;

    OfMethod(ExistingMapperObserver.Found found, Shape target) {
      this.found = found;
      this.target = target;
      this.call = found.call();
    }

    @Override
    public @Nullable Object map(
        Object source,
        @Nullable Object target,
        Map<String, @Nullable Object> callerValues,
        BiConsumer<Object, String> answered)
        throws InvocationTargetException {
      for (int attempt = 0; ; attempt++) {
        try {
          Stubs stubs = new Stubs(stubClasses);
          @Nullable Object made = once(source, target, callerValues, stubs);
          stubs.given().forEach(answered);
          return made;
        } catch (InvocationTargetException thrown) {
          Throwable failure = thrown.getCause() == null ? thrown : thrown.getCause();
          if (attempt == Stubs.CASTS || !stubClasses.learn(failure)) {
            throw thrown;
          }
        }
      }
    }

    private @Nullable Object once(
        Object source,
        @Nullable Object target,
        Map<String, @Nullable Object> callerValues,
        Stubs stubs)
        throws InvocationTargetException {
      @Nullable Object mapper =
          call.receiver() == MapperCall.Receiver.MAPPER
              ? observer.instances(found).create(found.owner(), stubs)
              : null;
      List<@Nullable Object> others = new ArrayList<>();
      List<SlotTree.Root> further = call.others();
      for (int index = 0; index < further.size(); index++) {
        SlotTree.Root other = further.get(index);
        Class<?> type = call.otherTypes().get(index);
        Optional<String> field = field(other, type, callerValues);
        others.add(field.isPresent() ? callerValues.get(field.get()) : given(other, type, stubs));
      }
      return MapperRuns.single(call.call(mapper, source, target, others));
    }

    /** The field of the value for a parameter: of its name, or the only one of its type. */
    private Optional<String> field(
        SlotTree.Root parameter, Class<?> type, Map<String, @Nullable Object> callerValues) {
      String name = parameter.path().substring(1, parameter.path().length() - 1);
      Class<?> boxed = MethodType.methodType(type).wrap().returnType();
      @Nullable Object named = callerValues.get(name);
      if (callerValues.containsKey(name) && (named == null || boxed.isInstance(named))) {
        return Optional.of(name);
      }
      List<String> fields =
          callerValues.entrySet().stream()
              .filter(
                  value ->
                      value.getValue() == null
                          ? isDeclared(value.getKey(), type)
                          : boxed.isInstance(value.getValue()))
              .map(Map.Entry::getKey)
              .toList();
      long parameters = call.otherTypes().stream().filter(type::equals).count();
      return fields.size() == 1 && parameters == 1 ? Optional.of(fields.get(0)) : Optional.empty();
    }

    private boolean isDeclared(String field, Class<?> type) {
      return target
          .field(field)
          .map(found -> found.type().present().erased().binaryName())
          .filter(type.getName()::equals)
          .isPresent();
    }

    private @Nullable Object given(SlotTree.Root other, Class<?> type, Stubs stubs)
        throws InvocationTargetException {
      SlotTree.Roots roots = stubClasses.roots(other);
      if (roots.roots().get(0) instanceof Slot.Opaque) {
        return observer.instances(found).collaborator(type, stubs);
      }
      return new SourceBuilder(objects)
          .build(
              roots.roots().get(0),
              Bases.filled(roots, new DistinctValues(objects, reader, 3)),
              stubs);
    }
  }
}
