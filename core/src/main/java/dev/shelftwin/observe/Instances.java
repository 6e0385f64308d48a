package dev.shelftwin.observe;

import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Text;
import dev.shelftwin.trial.Doubles;
import dev.shelftwin.trial.UserObjects;
import java.lang.reflect.Array;
import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Creates the objects whose methods map, with what they need. */
final class Instances {

  private static final int MAX_DEPTH = 3;

  private final Plan plan;
  private final UserObjects objects;
  private final Set<Class<?>> mappers;
  private final Doubles doubles;
  private final Class<?> target;

  /**
   * Creates objects of a plan.
   *
   * @param mappers the classes whose objects are real where others need them; all others are stubs
   * @param doubles the users' own, instead of stubs
   * @param target the class whose objects they make, for those that ask for it
   */
  Instances(
      Plan plan, UserObjects objects, Set<Class<?>> mappers, Doubles doubles, Class<?> target) {
    this.plan = plan;
    this.objects = objects;
    this.mappers = mappers;
    this.doubles = doubles;
    this.target = target;
  }

  /**
   * A new object.
   *
   * @throws InvocationTargetException if the users' own code fails
   */
  Object create(Class<?> type, Stubs stubs) throws InvocationTargetException {
    return create(type, stubs, 0);
  }

  private Object create(Class<?> type, Stubs stubs, int depth) throws InvocationTargetException {
    Optional<Text> given =
        Optional.ofNullable(plan.instances().get(type.getCanonicalName()))
            .or(() -> Optional.ofNullable(plan.instances().get(type.getSimpleName())));
    if (given.isPresent()) {
      return given(given.get());
    }
    if (type.isInterface() || Modifier.isAbstract(type.getModifiers())) {
      throw new CannotObserve(
          type.getSimpleName() + " is abstract; name a method that creates one in 'instances'");
    }
    Constructor<?> constructor =
        Arrays.stream(type.getDeclaredConstructors())
            .min(Comparator.comparingInt(Constructor::getParameterCount))
            .orElseThrow();
    Class<?>[] parameters = constructor.getParameterTypes();
    @Nullable Object[] arguments = new Object[parameters.length];
    for (int index = 0; index < parameters.length; index++) {
      arguments[index] =
          isPlain(parameters[index])
              ? stubs.argument(parameters[index], type, index)
              : collaborator(parameters[index], stubs, depth);
    }
    try {
      constructor.setAccessible(true);
      Object created = constructor.newInstance(arguments);
      inject(created, stubs, depth);
      return created;
    } catch (InstantiationException | IllegalAccessException closed) {
      throw new CannotObserve(type.getSimpleName() + " cannot be created");
    }
  }

  private Object given(Text name) throws InvocationTargetException {
    int dot = name.value().lastIndexOf('.');
    Class<?> owner = objects.load(name.value().substring(0, Math.max(0, dot)));
    Method method =
        Arrays.stream(owner.getDeclaredMethods())
            .filter(one -> one.getName().equals(name.value().substring(dot + 1)))
            .filter(one -> one.getParameterCount() == 0 && Modifier.isStatic(one.getModifiers()))
            .findFirst()
            .orElseThrow(
                () ->
                    new CannotObserve(
                        name + " is no static method without parameters; correct 'instances'"));
    try {
      method.setAccessible(true);
      @Nullable Object created = method.invoke(null);
      if (created == null) {
        throw new CannotObserve(name + " returned null");
      }
      return created;
    } catch (IllegalAccessException closed) {
      throw new CannotObserve(name + " cannot be called");
    }
  }

  /** Fills the fields that a container would fill. */
  private void inject(Object created, Stubs stubs, int depth) throws InvocationTargetException {
    for (Class<?> level = created.getClass(); level != null; level = level.getSuperclass()) {
      for (java.lang.reflect.Field field : level.getDeclaredFields()) {
        int modifiers = field.getModifiers();
        boolean fixed = Modifier.isStatic(modifiers) || Modifier.isFinal(modifiers);
        if (!fixed && !field.getType().isPrimitive() && !isJdk(field.getType())) {
          try {
            field.setAccessible(true);
            if (field.get(created) == null) {
              field.set(created, collaborator(field.getType(), stubs, depth));
            }
          } catch (IllegalAccessException | RuntimeException closed) {
            if (closed instanceof CannotObserve cannot) {
              throw cannot;
            }
          }
        }
      }
    }
  }

  private static boolean isJdk(Class<?> type) {
    return type.getName().startsWith("java.") && !type.equals(Clock.class);
  }

  /** Whether values of a type differ enough to tell where they arrive. */
  private static boolean isPlain(Class<?> type) {
    return type.getName().startsWith("java.")
        && !type.equals(Clock.class)
        && !type.equals(Boolean.class)
        && DistinctValues.knows(TypeRefs.of(type));
  }

  /** The object for a parameter that is no data, such as a repository; null if there is none. */
  @Nullable Object collaborator(Class<?> type, Stubs stubs) throws InvocationTargetException {
    return collaborator(type, stubs, 0);
  }

  private @Nullable Object collaborator(Class<?> type, Stubs stubs, int depth)
      throws InvocationTargetException {
    Optional<Object> own = doubles.object(type);
    if (own.isPresent()) {
      return own.get();
    }
    if (type.equals(Clock.class)) {
      return Clock.fixed(Instant.parse("2021-03-04T05:06:07Z"), ZoneOffset.UTC);
    }
    if (type.equals(Class.class)) {
      return target;
    }
    if (type.isPrimitive()) {
      return Array.get(Array.newInstance(type, 1), 0);
    }
    boolean given =
        plan.instances().containsKey(type.getCanonicalName())
            || plan.instances().containsKey(type.getSimpleName());
    List<Class<?>> real = mappers.stream().filter(type::isAssignableFrom).toList();
    if (given || (real.size() == 1 && depth < MAX_DEPTH)) {
      return create(given ? type : real.get(0), stubs, depth + 1);
    }
    return stubs.stub(type, type.getSimpleName());
  }
}
