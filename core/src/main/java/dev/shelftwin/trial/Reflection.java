package dev.shelftwin.trial;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.AccessibleObject;
import java.lang.reflect.Array;
import java.lang.reflect.Constructor;
import java.lang.reflect.Executable;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.TreeSet;
import java.util.stream.IntStream;
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
    Optional<Access> reader = field.reader();
    return reader.isPresent() ? read(owner, reader.get()) : get(owner, field.name());
  }

  @Nullable Object read(Object object, Access access) {
    @Nullable Object owner =
        access.through().isEmpty() ? object : Values.present(read(object, access.through().get()));
    if (owner == null) {
      return null;
    }
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

  /** A value in the form that a type takes: an optional, an array, a container of its kind. */
  @Nullable Object fitted(@Nullable Object value, TypeRef type) {
    if (type.isPrimitiveOptional()) {
      return switch (type.simpleName()) {
        case "OptionalInt" ->
            value instanceof Integer whole
                ? OptionalInt.of(whole)
                : orElse(value, OptionalInt.empty());
        case "OptionalLong" ->
            value instanceof Long whole
                ? OptionalLong.of(whole)
                : orElse(value, OptionalLong.empty());
        default ->
            value instanceof Double broken
                ? OptionalDouble.of(broken)
                : orElse(value, OptionalDouble.empty());
      };
    }
    if (type.isOptional()) {
      return value instanceof Optional<?>
          ? value
          : Optional.ofNullable(fitted(value, type.present()));
    }
    if (value instanceof Collection<?> all) {
      return switch (Container.of(type).orElse(Container.COLLECTION)) {
        case LIST, COLLECTION, MAP -> new ArrayList<>(all);
        case SET -> new LinkedHashSet<>(all);
        case SORTED_SET -> new TreeSet<>(all);
        case ARRAY -> array(all, Container.element(type));
      };
    }
    return value;
  }

  private static Object orElse(@Nullable Object value, Object empty) {
    return value == null ? empty : value;
  }

  private Object array(Collection<?> all, TypeRef element) {
    Object array = Array.newInstance(load(element), all.size());
    int index = 0;
    for (Object value : all) {
      Array.set(array, index++, value);
    }
    return array;
  }

  /** Sets a field directly, in the object that has it, whatever its visibility. */
  void set(Object owner, Field field, @Nullable Object value) {
    Optional<Access> through = field.writer().flatMap(Access::through);
    Object holder = through.isEmpty() ? owner : Objects.requireNonNull(read(owner, through.get()));
    set(holder, field.name().substring(field.name().lastIndexOf('.') + 1), value);
  }

  /** Hands the elements of a container over one by one. */
  void add(Object owner, Access add, @Nullable Object elements) throws InvocationTargetException {
    if (elements instanceof Collection<?> all) {
      Class<?>[] types = {load(add.type())};
      for (Object element : all) {
        invoke(fitting(inherited(owner.getClass(), add.name()), types), owner, element);
      }
    }
  }

  private static List<Method> inherited(Class<?> type, String name) {
    List<Method> inherited = new ArrayList<>();
    for (Class<?> level = type; level != null; level = level.getSuperclass()) {
      inherited.addAll(methods(level, name));
    }
    return inherited;
  }

  /** Makes an object of nothing. */
  Object make(TypeRef type) {
    try {
      return open(load(type).getDeclaredConstructor()).newInstance();
    } catch (ReflectiveOperationException changed) {
      throw new IllegalStateException(type + " cannot be made", changed);
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
  @Nullable Object make(Creator creator, List<? extends @Nullable Object> arguments)
      throws InvocationTargetException {
    if (creator.builder().isEmpty()) {
      return call(creator, creator.parameters(), arguments);
    }
    Creator.Builder form = creator.builder().get();
    List<Parameter> own =
        creator.parameters().stream().filter(parameter -> !creator.isOptional(parameter)).toList();
    Object builder = Objects.requireNonNull(call(creator, own, arguments.subList(0, own.size())));
    for (int index = own.size(); index < arguments.size(); index++) {
      Parameter parameter = creator.parameters().get(index);
      Object given = invokeStep(builder, form, parameter, arguments.get(index));
      builder = given == null ? builder : given;
    }
    return invoke(open(method(builder.getClass(), form.finish())), builder);
  }

  private @Nullable Object invokeStep(
      Object builder, Creator.Builder form, Parameter parameter, @Nullable Object value)
      throws InvocationTargetException {
    String name = Objects.requireNonNull(form.steps().get(parameter.name()));
    Class<?> type = load(parameter.type());
    Method step = fitting(methods(builder.getClass(), name), new Class<?>[] {type});
    return invoke(step, builder, value);
  }

  private @Nullable Object call(
      Creator creator, List<Parameter> parameters, List<? extends @Nullable Object> arguments)
      throws InvocationTargetException {
    Class<?>[] types =
        parameters.stream().map(Parameter::type).map(this::load).toArray(Class<?>[]::new);
    try {
      if (creator.isConstructor()) {
        List<Constructor<?>> all = List.of(load(creator.owner()).getDeclaredConstructors());
        return open(fitting(all, types)).newInstance(arguments.toArray());
      }
      List<Method> all = methods(load(creator.owner()), creator.name());
      return fitting(all, types).invoke(null, arguments.toArray());
    } catch (InstantiationException | IllegalAccessException changed) {
      throw new IllegalStateException(creator + " cannot be called", changed);
    }
  }

  /**
   * The one that takes exactly these; else one that takes them: where a type's own parameter is
   * taken, its bound stands in the class file.
   */
  private static <T extends Executable> T fitting(List<T> all, Class<?>[] types) {
    return all.stream()
        .filter(one -> Arrays.equals(one.getParameterTypes(), types))
        .findFirst()
        .or(() -> all.stream().filter(one -> takes(one, types)).findFirst())
        .orElseThrow(() -> new IllegalStateException("nothing takes " + Arrays.toString(types)));
  }

  /** What a method of an object without state makes of a value. */
  @Nullable Object convert(TypeRef owner, String name, Object value)
      throws InvocationTargetException {
    Method method = fitting(inherited(load(owner), name), new Class<?>[] {value.getClass()});
    return invoke(method, make(owner), value);
  }

  private static boolean takes(Executable one, Class<?>[] types) {
    Class<?>[] taken = one.getParameterTypes();
    return taken.length == types.length
        && IntStream.range(0, types.length)
            .allMatch(index -> taken[index].isAssignableFrom(types[index]));
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
