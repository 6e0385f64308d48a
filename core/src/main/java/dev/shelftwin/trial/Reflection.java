package dev.shelftwin.trial;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.AccessibleObject;
import java.lang.reflect.Array;
import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Uses the users' classes as the shapes describe them. */
final class Reflection {

  private static final Map<String, Class<?>> PRIMITIVES =
      Map.of(
          "boolean", boolean.class,
          "byte", byte.class,
          "short", short.class,
          "char", char.class,
          "int", int.class,
          "long", long.class,
          "float", float.class,
          "double", double.class);

  private final ClassLoader loader;

  Reflection(ClassLoader loader) {
    this.loader = loader;
  }

  Class<?> load(TypeRef type) {
    if (type.isArray()) {
      TypeRef component =
          new TypeRef(type.packageName(), type.name(), List.of(), type.dimensions() - 1);
      return Array.newInstance(load(component), 0).getClass();
    }
    return type.isPrimitive()
        ? Objects.requireNonNull(PRIMITIVES.get(type.name()))
        : load(type.binaryName());
  }

  Class<?> load(String binaryName) {
    try {
      return Class.forName(binaryName, true, loader);
    } catch (ClassNotFoundException missing) {
      throw new InputException(
          Place.in(binaryName),
          "this class is not among the compiled classes",
          "build the project first, or name where it is with --classes");
    }
  }

  /** A field's value; through its method where it has one, since proxies answer by methods only. */
  @Nullable Object read(Object owner, Field field) {
    return field
        .reader()
        .map(reader -> read(owner, reader))
        .orElseGet(() -> get(owner, field.name()));
  }

  @Nullable Object read(Object owner, Access access) {
    try {
      return access.kind() == Access.Kind.FIELD
          ? get(owner, access.name())
          : invoke(open(method(owner.getClass(), access.name())), owner);
    } catch (InvocationTargetException thrown) {
      throw new InputException(
          Place.in(owner.getClass().getName()),
          access.name() + "() failed: " + cause(thrown),
          "let it answer for every object that its type accepts");
    }
  }

  private static @Nullable Object get(Object owner, String name) {
    try {
      return field(owner.getClass(), name).get(owner);
    } catch (IllegalAccessException closed) {
      throw new IllegalStateException(closed);
    }
  }

  /** Sets a field directly, whatever its visibility. */
  void set(Object owner, String name, @Nullable Object value) {
    try {
      field(owner.getClass(), name).set(owner, value);
    } catch (IllegalAccessException closed) {
      throw new IllegalStateException(closed);
    }
  }

  /** Makes an object. */
  @Nullable Object make(Callable maker, List<? extends @Nullable Object> arguments)
      throws InvocationTargetException {
    Class<?>[] types =
        maker.parameters().stream().map(Parameter::type).map(this::load).toArray(Class<?>[]::new);
    try {
      if (maker.isConstructor()) {
        Constructor<?> constructor = load(maker.owner()).getDeclaredConstructor(types);
        return open(constructor).newInstance(arguments.toArray());
      }
      Method method = load(maker.owner()).getDeclaredMethod(maker.name(), types);
      return open(method).invoke(null, arguments.toArray());
    } catch (NoSuchMethodException | InstantiationException | IllegalAccessException changed) {
      throw new IllegalStateException(maker + " cannot be called", changed);
    }
  }

  @Nullable Object invoke(Method method, @Nullable Object owner, @Nullable Object... arguments)
      throws InvocationTargetException {
    try {
      return method.invoke(owner, arguments);
    } catch (IllegalAccessException closed) {
      throw new IllegalStateException(closed);
    }
  }

  static <T extends AccessibleObject> T open(T member) {
    member.setAccessible(true);
    return member;
  }

  private static Method method(Class<?> type, String name) {
    for (Class<?> level = type; level != null; level = level.getSuperclass()) {
      for (Method method : level.getDeclaredMethods()) {
        if (method.getName().equals(name)
            && method.getParameterCount() == 0
            && !method.isBridge()) {
          return method;
        }
      }
    }
    throw new IllegalStateException(type.getName() + " has no method " + name + "()");
  }

  private static java.lang.reflect.Field field(Class<?> type, String name) {
    for (Class<?> level = type; level != null; level = level.getSuperclass()) {
      for (java.lang.reflect.Field field : level.getDeclaredFields()) {
        if (field.getName().equals(name)) {
          return open(field);
        }
      }
    }
    throw new IllegalStateException(type.getName() + " has no field " + name);
  }

  /** What was really thrown. */
  static Throwable cause(InvocationTargetException thrown) {
    return Objects.requireNonNullElse(thrown.getCause(), thrown);
  }

  /** Methods of that name, in no order that matters. */
  static List<Method> methods(Class<?> type, String name) {
    return Arrays.stream(type.getDeclaredMethods())
        .filter(method -> method.getName().equals(name) && !method.isSynthetic())
        .map(method -> open(method))
        .toList();
  }
}
