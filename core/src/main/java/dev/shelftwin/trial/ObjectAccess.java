package dev.shelftwin.trial;

import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Guard;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.TypeRef;
import java.lang.invoke.MethodType;
import java.lang.reflect.AccessibleObject;
import java.lang.reflect.Constructor;
import java.lang.reflect.Executable;
import java.lang.reflect.InvocationHandler;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.lang.reflect.Proxy;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** Creates, reads and writes the users' objects by reflection, as their shapes describe them. */
final class ObjectAccess {

  private final UserClasses classes;
  private final Map<MemberKey, Method> getters = new HashMap<>();
  private final Map<MemberKey, java.lang.reflect.Field> fields = new HashMap<>();
  private final Map<MemberKey, List<Method>> methods = new HashMap<>();
  private final IdentityHashMap<Access, MemberReader> readers = new IdentityHashMap<>();
  private final IdentityHashMap<Field, FieldWriter> writers = new IdentityHashMap<>();
  private final IdentityHashMap<Creator, Executable> creators = new IdentityHashMap<>();
  private final Map<TypeRef, Constructor<?>> constructors = new HashMap<>();

  ObjectAccess(UserClasses classes) {
    this.classes = classes;
  }

  /** The method that read the last object. */
  private record MemberReader(Class<?> type, Method method) {}

  /** The field of the last object that was written. */
  private record FieldWriter(Class<?> type, java.lang.reflect.Field field) {}

  /** A member of a class by name. */
  private record MemberKey(Class<?> type, String name) {}

  /**
   * The value of a field; through its method if it has one, because proxies have no field values. A
   * method that refuses to show a value that is missing shows none.
   */
  @Nullable Object read(Object owner, Field field) {
    Optional<Access> reader = field.reader();
    if (reader.isEmpty()) {
      return get(owner, field.member());
    }
    try {
      return read(owner, reader.get());
    } catch (UserFailure failure) {
      if (field.stored() && reader.get().through().isEmpty() && isMissing(owner, field)) {
        return null;
      }
      throw failure;
    }
  }

  /** Whether the class that has both a field and its method has no value; a proxy has neither. */
  private boolean isMissing(Object owner, Field field) {
    Class<?> reading = getter(owner.getClass(), field.reader().orElseThrow()).getDeclaringClass();
    return reading.equals(field(owner.getClass(), field.member()).getDeclaringClass())
        && get(owner, field.member()) == null;
  }

  @Nullable Object read(Object object, Access access) {
    @Nullable Object owner =
        access.through().isEmpty()
            ? object
            : ValueFitting.unwrapped(read(object, access.through().get()));
    if (owner == null) {
      return null;
    }
    if (access.kind() == Access.Kind.FIELD) {
      return get(owner, access.name());
    }
    try {
      return access.guard().isPresent() && !isSet(owner, access, access.guard().get())
          ? null
          : invoke(getter(owner.getClass(), access), owner);
    } catch (InvocationTargetException thrown) {
      Throwable cause = cause(thrown);
      throw new UserFailure(
          owner.getClass().getName() + ": " + access.name() + "() failed: " + Failures.text(cause),
          cause);
    }
  }

  private boolean isSet(Object owner, Access access, Guard guard) throws InvocationTargetException {
    return guard instanceof Guard.ByConstant unset
        ? !unset.constant().equals(name(invoke(getter(owner.getClass(), access), owner)))
        : Boolean.TRUE.equals(
            invoke(getter(owner.getClass(), ((Guard.ByMethod) guard).method()), owner));
  }

  private static @Nullable String name(@Nullable Object constant) {
    return constant instanceof Enum<?> one ? one.name() : null;
  }

  private @Nullable Object get(Object owner, String name) {
    return get(owner.getClass(), owner, name);
  }

  private @Nullable Object get(Class<?> type, @Nullable Object owner, String name) {
    try {
      return field(type, name).get(owner);
    } catch (IllegalAccessException closed) {
      throw new IllegalStateException(closed);
    }
  }

  /** Sets a field of the object that has it, whatever its visibility. */
  void set(Object owner, Field field, @Nullable Object value) {
    Optional<Access> through = field.writer().flatMap(Access::through);
    Object holder = through.isEmpty() ? owner : Objects.requireNonNull(read(owner, through.get()));
    FieldWriter writer = writers.get(field);
    if (writer == null || writer.type() != holder.getClass()) {
      String name = field.member();
      writer = new FieldWriter(holder.getClass(), field(holder.getClass(), name));
      writers.put(field, writer);
    }
    if (value == null && writer.field().getType().isPrimitive()) {
      return; // its writer takes a box, and it keeps its first value
    }
    if (value != null && !accepts(writer.field(), value)) {
      write(holder, field, value);
      return;
    }
    set(holder, writer.field(), value);
  }

  private static boolean accepts(java.lang.reflect.Field field, Object value) {
    return wrapped(field.getType()).isInstance(value);
  }

  private static Class<?> wrapped(Class<?> type) {
    return type.isPrimitive() ? MethodType.methodType(type).wrap().returnType() : type;
  }

  /** Calls the method that writes a field whose own type is another one. */
  private void write(Object holder, Field field, Object value) {
    Access writer =
        field
            .writer()
            .filter(access -> access.kind() == Access.Kind.METHOD)
            .orElseThrow(
                () -> new RejectedSample(field.name(), "has another type than its reader"));
    try {
      Class<?>[] types = {value.getClass()};
      Method method =
          accepting(inherited(holder.getClass(), writer.name()), types)
              .orElseThrow(() -> new RejectedSample(writer.name(), "does not take " + value));
      invoke(method, holder, value);
    } catch (InvocationTargetException thrown) {
      throw Failures.rejection(writer.name(), "", thrown);
    }
  }

  /** Sets a field, whatever its visibility. */
  void set(Object owner, String name, @Nullable Object value) {
    set(owner, field(owner.getClass(), name), value);
  }

  private static void set(Object owner, java.lang.reflect.Field field, @Nullable Object value) {
    try {
      field.set(owner, value);
    } catch (IllegalAccessException closed) {
      throw new IllegalStateException(closed);
    }
  }

  /** Adds the elements of a container one by one. */
  void add(Object owner, Access add, @Nullable Object elements) throws InvocationTargetException {
    if (elements instanceof Collection<?> all) {
      if (add.through().isPresent()) {
        addAll(Objects.requireNonNull(read(owner, add.through().get())), all);
        return;
      }
      Class<?>[] types = {classes.load(add.type())};
      Method method = fitting(inherited(owner.getClass(), add.name()), types);
      for (Object element : all) {
        invoke(method, owner, element);
      }
    }
  }

  /** A collection of the users has elements of their types, which the ledger has checked. */
  @SuppressWarnings("unchecked")
  private static void addAll(Object collection, Collection<?> elements) {
    ((Collection<Object>) collection).addAll(elements);
  }

  /** Creates an object with the constructor without parameters. */
  Object create(TypeRef type) {
    try {
      Constructor<?> constructor = constructors.get(type);
      if (constructor == null) {
        constructor = open(classes.load(type).getDeclaredConstructor());
        constructors.put(type, constructor);
      }
      return constructor.newInstance();
    } catch (ReflectiveOperationException changed) {
      throw new IllegalStateException(type + " cannot be created", changed);
    }
  }

  /** Creates the part rows of a row, and links them to it. */
  void createParts(Object owner, ResolvedShape shape) {
    for (ResolvedShape.PartRow part : shape.parts()) {
      Object row = create(part.field().type());
      set(owner, part.field(), row);
      part.parent().ifPresent(parent -> set(row, parent, owner));
    }
  }

  /**
   * Implements an interface.
   *
   * @param results what each method without parameters returns, by its name
   */
  Object implement(TypeRef type, Map<String, @Nullable Object> results) {
    Class<?> implemented = classes.load(type);
    Object elements = ValueFitting.noElements(implemented);
    InvocationHandler handler =
        (proxy, method, arguments) -> {
          if (method.getParameterCount() == 0 && results.containsKey(method.getName())) {
            return results.get(method.getName());
          }
          if (method.getDeclaringClass().isInstance(elements)
              && !method.getDeclaringClass().equals(Object.class)) {
            return method.invoke(elements, arguments);
          }
          if (method.isDefault()) {
            return InvocationHandler.invokeDefault(proxy, method, arguments);
          }
          return switch (method.getName()) {
            case "equals" -> proxy == arguments[0];
            case "hashCode" -> System.identityHashCode(proxy);
            case "toString" -> type.simpleName() + results;
            default -> throw new UnsupportedOperationException(method.toString());
          };
        };
    return Proxy.newProxyInstance(
        implemented.getClassLoader(), new Class<?>[] {implemented}, handler);
  }

  /** Creates an object. */
  @Nullable Object create(Creator creator, List<? extends @Nullable Object> arguments)
      throws InvocationTargetException {
    if (creator.builder().isEmpty()) {
      return call(creator, creator.parameters(), arguments);
    }
    Creator.Builder builder = creator.builder().get();
    List<Parameter> own =
        creator.parameters().stream().filter(parameter -> !creator.isOptional(parameter)).toList();
    Object current = Objects.requireNonNull(call(creator, own, arguments.subList(0, own.size())));
    for (int index = own.size(); index < arguments.size(); index++) {
      Parameter parameter = creator.parameters().get(index);
      @Nullable Object argument = arguments.get(index);
      Object returned =
          argument == null && !builder.takesNull()
              ? current
              : invokeStep(current, builder, parameter, argument);
      current = returned == null ? current : returned;
    }
    return invoke(getter(current.getClass(), builder.finish()), current);
  }

  private @Nullable Object invokeStep(
      Object builder, Creator.Builder form, Parameter parameter, @Nullable Object value)
      throws InvocationTargetException {
    String name = Objects.requireNonNull(form.steps().get(parameter.name()));
    Class<?>[] types = {classes.load(parameter.type())};
    return invoke(fitting(inherited(builder.getClass(), name), types), builder, value);
  }

  private @Nullable Object call(
      Creator creator, List<Parameter> parameters, List<? extends @Nullable Object> arguments)
      throws InvocationTargetException {
    Executable executable = creators.get(creator);
    if (executable == null) {
      executable = executable(creator, parameters.stream().map(Parameter::type).toList());
      creators.put(creator, executable);
    }
    return executable instanceof Constructor<?> constructor
        ? construct(constructor, arguments.toArray())
        : invoke((Method) executable, receiver((Method) executable), arguments.toArray());
  }

  /** The object that has a method; none for static methods. */
  private @Nullable Object receiver(Method method) {
    Class<?> owner = method.getDeclaringClass();
    return Modifier.isStatic(method.getModifiers())
        ? null
        : get(owner.getEnclosingClass(), null, owner.getSimpleName());
  }

  /** Calls an open constructor. */
  static Object construct(Constructor<?> constructor, @Nullable Object... arguments)
      throws InvocationTargetException {
    try {
      return constructor.newInstance(arguments);
    } catch (InstantiationException | IllegalAccessException changed) {
      throw new IllegalStateException(constructor + " cannot be called", changed);
    }
  }

  private Executable executable(Creator creator, List<TypeRef> parameters) {
    Class<?>[] types = parameters.stream().map(classes::load).toArray(Class<?>[]::new);
    Class<?> owner = classes.load(creator.owner());
    return creator.isConstructor()
        ? open(fitting(List.of(owner.getDeclaredConstructors()), types))
        : fitting(methods(owner, creator.name()), types);
  }

  /** The result of a method of a stateless object. */
  @Nullable Object convert(TypeRef owner, String name, Object value)
      throws InvocationTargetException {
    Method method =
        fitting(inherited(classes.load(owner), name), new Class<?>[] {value.getClass()});
    return invoke(method, create(owner), value);
  }

  @Nullable Object invoke(Method method, @Nullable Object owner, @Nullable Object... arguments)
      throws InvocationTargetException {
    try {
      return method.invoke(owner, arguments);
    } catch (IllegalAccessException closed) {
      throw new IllegalStateException(closed);
    }
  }

  /** The methods of that name that a class declares, in no particular order. */
  List<Method> methods(Class<?> type, String name) {
    return methods.computeIfAbsent(
        new MemberKey(type, name),
        key ->
            Arrays.stream(type.getDeclaredMethods())
                .filter(method -> method.getName().equals(name) && !method.isSynthetic())
                .map(method -> open(method))
                .toList());
  }

  private List<Method> inherited(Class<?> type, String name) {
    List<Method> inherited = new ArrayList<>();
    for (Class<?> level = type; level != null; level = level.getSuperclass()) {
      inherited.addAll(methods(level, name));
    }
    return inherited;
  }

  /**
   * The method or constructor with exactly these parameters, otherwise one that accepts them: a
   * parameter whose type is a type variable has its bound in the class file.
   */
  private static <T extends Executable> T fitting(List<T> all, Class<?>[] types) {
    return accepting(all, types)
        .orElseThrow(() -> new IllegalStateException("nothing accepts " + Arrays.toString(types)));
  }

  private static <T extends Executable> Optional<T> accepting(List<T> all, Class<?>[] types) {
    return all.stream()
        .filter(one -> Arrays.equals(one.getParameterTypes(), types))
        .findFirst()
        .or(() -> all.stream().filter(one -> accepts(one, types)).findFirst());
  }

  private static boolean accepts(Executable one, Class<?>[] types) {
    Class<?>[] accepted = one.getParameterTypes();
    return accepted.length == types.length
        && IntStream.range(0, types.length)
            .allMatch(index -> wrapped(accepted[index]).isAssignableFrom(wrapped(types[index])));
  }

  /** The method of an access; objects that one access reads mostly have the same class. */
  private Method getter(Class<?> type, Access access) {
    MemberReader known = readers.get(access);
    if (known == null || known.type() != type) {
      known = new MemberReader(type, getter(type, access.name()));
      readers.put(access, known);
    }
    return known.method();
  }

  private Method getter(Class<?> type, String name) {
    return getters.computeIfAbsent(new MemberKey(type, name), key -> findGetter(type, name));
  }

  private static Method findGetter(Class<?> type, String name) {
    for (Class<?> level = type; level != null; level = level.getSuperclass()) {
      for (Method method : level.getDeclaredMethods()) {
        boolean found =
            method.getName().equals(name) && method.getParameterCount() == 0 && !method.isBridge();
        if (found) {
          return open(method);
        }
      }
    }
    throw new IllegalStateException(type.getName() + " has no method " + name + "()");
  }

  private java.lang.reflect.Field field(Class<?> type, String name) {
    return fields.computeIfAbsent(new MemberKey(type, name), key -> findField(type, name));
  }

  private static java.lang.reflect.Field findField(Class<?> type, String name) {
    for (Class<?> level = type; level != null; level = level.getSuperclass()) {
      for (java.lang.reflect.Field field : level.getDeclaredFields()) {
        if (field.getName().equals(name)) {
          return open(field);
        }
      }
    }
    throw new IllegalStateException(type.getName() + " has no field " + name);
  }

  static <T extends AccessibleObject> T open(T member) {
    member.setAccessible(true);
    return member;
  }

  /**
   * The exception that the called code threw.
   *
   * @throws OutOfMemoryError if it is one: the same code would exhaust the memory again
   */
  static Throwable cause(InvocationTargetException thrown) {
    if (thrown.getCause() instanceof OutOfMemoryError exhausted) {
      throw exhausted;
    }
    return Objects.requireNonNullElse(thrown.getCause(), thrown);
  }
}
