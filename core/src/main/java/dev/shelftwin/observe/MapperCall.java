package dev.shelftwin.observe;

import dev.shelftwin.shape.TypeRef;
import java.lang.invoke.MethodType;
import java.lang.reflect.Array;
import java.lang.reflect.Constructor;
import java.lang.reflect.Executable;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.lang.reflect.Parameter;
import java.lang.reflect.TypeVariable;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * How a method or constructor maps one type to another.
 *
 * @param executable the method or constructor
 * @param arguments what each parameter is given
 * @param receiver what a method is called on
 * @param updates whether an object that is there already is filled
 * @param lists whether it takes a list or an array of sources
 */
record MapperCall(
    Executable executable,
    List<Argument> arguments,
    Receiver receiver,
    boolean updates,
    boolean lists) {

  /** What a parameter is given. */
  enum Argument {
    SOURCE,
    TARGET,
    OTHER
  }

  /** What a method is called on. */
  enum Receiver {
    NOTHING,
    MAPPER,
    SOURCE,
    TARGET
  }

  MapperCall {
    arguments = List.copyOf(arguments);
  }

  /** The methods of that name that map one type to the other. */
  static List<MapperCall> find(Class<?> owner, MapperName name, Class<?> from, Class<?> to) {
    Stream<? extends Executable> all =
        name.isConstructor()
            ? Arrays.stream(owner.getDeclaredConstructors())
            : methods(owner, name);
    List<MapperCall> found =
        all.filter(one -> hasParameters(one, name))
            .flatMap(one -> of(owner, one, from, to).stream())
            .toList();
    List<MapperCall> exact = found.stream().filter(call -> call.takesExactly(from)).toList();
    return exact.isEmpty() ? found : exact;
  }

  /** The methods of a class and its supertypes; those that are overridden are left out. */
  private static Stream<Method> methods(Class<?> owner, MapperName name) {
    List<Method> methods = new ArrayList<>();
    List<Class<?>> levels = new ArrayList<>();
    for (Class<?> level = owner; level != null; level = level.getSuperclass()) {
      levels.add(level);
      levels.addAll(List.of(level.getInterfaces()));
    }
    for (Class<?> level : levels) {
      for (Method method : level.getDeclaredMethods()) {
        boolean known =
            methods.stream()
                .anyMatch(
                    one ->
                        Arrays.equals(one.getParameterTypes(), method.getParameterTypes())
                            || (one.isBridge() == method.isBridge() && overrides(one, method)));
        if (method.getName().equals(name.method()) && !method.isBridge() && !known) {
          methods.add(method);
        }
      }
    }
    return methods.stream();
  }

  /** Whether a method overrides one whose parameters have type variables. */
  private static boolean overrides(Method method, Method inherited) {
    Class<?>[] own = method.getParameterTypes();
    Class<?>[] others = inherited.getParameterTypes();
    boolean generic = !Arrays.equals(others, inherited.getGenericParameterTypes());
    boolean fits = generic && own.length == others.length;
    for (int index = 0; fits && index < own.length; index++) {
      fits = others[index].isAssignableFrom(own[index]);
    }
    return fits;
  }

  private static boolean hasParameters(Executable one, MapperName name) {
    return name.parameters()
        .map(
            wanted ->
                wanted.size() == one.getParameterCount()
                    && IntStream.range(0, wanted.size())
                        .allMatch(index -> isNamed(one.getParameters()[index], wanted.get(index))))
        .orElse(true);
  }

  /** Whether a parameter has the type that the plan names; a type variable stands for any. */
  private static boolean isNamed(Parameter parameter, String wanted) {
    return parameter.getParameterizedType() instanceof TypeVariable
        || parameter.getType().getTypeName().replace('$', '.').equals(wanted.replace('$', '.'));
  }

  private static Optional<MapperCall> of(
      Class<?> owner, Executable one, Class<?> from, Class<?> to) {
    boolean isStatic = one instanceof Constructor || Modifier.isStatic(one.getModifiers());
    TypeArguments types = new TypeArguments(owner);
    boolean creates = creates(one, to, types);
    List<Argument> arguments = new ArrayList<>();
    boolean lists = false;
    for (Parameter parameter : one.getParameters()) {
      Argument argument = Argument.OTHER;
      if (!arguments.contains(Argument.SOURCE) && takes(parameter, from)) {
        argument = Argument.SOURCE;
      } else if (!arguments.contains(Argument.SOURCE) && isListOf(parameter, from, types)) {
        argument = Argument.SOURCE;
        lists = true;
      } else if (types.isOf(parameter, to) || (!creates && takes(parameter, to))) {
        argument = Argument.TARGET;
      }
      arguments.add(argument);
    }
    Receiver receiver = isStatic ? Receiver.NOTHING : Receiver.MAPPER;
    if (!isStatic && !arguments.contains(Argument.SOURCE) && owner.isAssignableFrom(from)) {
      receiver = Receiver.SOURCE;
    } else if (!isStatic
        && !creates
        && owner.isAssignableFrom(to)
        && !arguments.contains(Argument.TARGET)) {
      receiver = Receiver.TARGET;
    }
    boolean updates = receiver == Receiver.TARGET || arguments.contains(Argument.TARGET);
    boolean hasSource = receiver == Receiver.SOURCE || arguments.contains(Argument.SOURCE);
    return hasSource && (creates || updates)
        ? Optional.of(new MapperCall(one, arguments, receiver, updates, lists))
        : Optional.empty();
  }

  /** Whether a parameter is of a type, as itself or as a type variable. */
  private static boolean takes(Parameter parameter, Class<?> type) {
    boolean anything =
        parameter.getType().equals(Object.class)
            && parameter.getParameterizedType() instanceof Class;
    return parameter.getType().isAssignableFrom(type) && !anything;
  }

  private static boolean isListOf(Parameter parameter, Class<?> from, TypeArguments types) {
    if (parameter.getType().isArray()) {
      return parameter.getType().getComponentType().isAssignableFrom(from);
    }
    return Collection.class.isAssignableFrom(parameter.getType())
        && types
            .element(parameter.getParameterizedType())
            .filter(element -> element.isAssignableFrom(from))
            .isPresent();
  }

  private static boolean creates(Executable one, Class<?> to, TypeArguments types) {
    if (one instanceof Constructor<?> constructor) {
      return to.isAssignableFrom(constructor.getDeclaringClass());
    }
    Method method = (Method) one;
    Class<?> result = method.getReturnType();
    if (Collection.class.isAssignableFrom(result) || result.equals(Optional.class)) {
      return types
          .element(method.getGenericReturnType())
          .filter(element -> isOrIsBelow(element, to))
          .isPresent();
    }
    if (result.isArray()) {
      return isOrIsBelow(result.getComponentType(), to);
    }
    boolean generic = !(method.getGenericReturnType() instanceof Class);
    return to.isAssignableFrom(result)
        || ((generic || !result.equals(Object.class))
            && result.isAssignableFrom(to)
            && !result.equals(void.class));
  }

  private static boolean isOrIsBelow(Class<?> element, Class<?> to) {
    return to.isAssignableFrom(element) || element.isAssignableFrom(to);
  }

  private boolean takesExactly(Class<?> from) {
    for (int index = 0; index < arguments.size(); index++) {
      if (arguments.get(index) == Argument.SOURCE) {
        return executable.getParameterTypes()[index].equals(from);
      }
    }
    return receiver == Receiver.SOURCE;
  }

  /** The further parameters, by name and type. */
  List<SlotTree.Root> others() {
    List<SlotTree.Root> others = new ArrayList<>();
    for (int index = 0; index < arguments.size(); index++) {
      if (arguments.get(index) == Argument.OTHER) {
        Parameter parameter = executable.getParameters()[index];
        TypeRef type = TypeRefs.of(parameter.getParameterizedType());
        others.add(new SlotTree.Root("(" + parameter.getName() + ")", type));
      }
    }
    return others;
  }

  /** The classes of the parameters that are neither the source nor the target. */
  List<Class<?>> otherTypes() {
    return IntStream.range(0, arguments.size())
        .filter(index -> arguments.get(index) == Argument.OTHER)
        .<Class<?>>mapToObj(index -> executable.getParameterTypes()[index])
        .toList();
  }

  /**
   * Calls it.
   *
   * @param mapper the object that has the method; null if it needs none
   * @param target the object to fill; null if one is created
   * @param others the values of the further parameters
   * @return the target, or a list, an array or an optional of it
   */
  @Nullable Object call(
      @Nullable Object mapper,
      @Nullable Object source,
      @Nullable Object target,
      List<? extends @Nullable Object> others)
      throws InvocationTargetException {
    List<@Nullable Object> given = new ArrayList<>();
    int other = 0;
    for (Argument argument : arguments) {
      Class<?> type = executable.getParameterTypes()[given.size()];
      given.add(
          switch (argument) {
            case SOURCE -> lists ? listOf(source, type) : source;
            case TARGET -> target;
            case OTHER -> others.get(other);
          });
      other += argument == Argument.OTHER ? 1 : 0;
    }
    try {
      executable.setAccessible(true);
      if (executable instanceof Constructor<?> constructor) {
        return constructor.newInstance(given.toArray());
      }
      @Nullable Object owner =
          switch (receiver) {
            case NOTHING -> null;
            case MAPPER -> mapper;
            case SOURCE -> source;
            case TARGET -> target;
          };
      @Nullable Object result = ((Method) executable).invoke(owner, given.toArray());
      return updates ? target : result;
    } catch (InstantiationException | IllegalAccessException closed) {
      throw new IllegalStateException(executable + " cannot be called", closed);
    }
  }

  /** What names the method in its class file (JVMS §4.6). */
  String nameAndDescriptor() {
    Class<?> returned = executable instanceof Method method ? method.getReturnType() : void.class;
    return (executable instanceof Method ? executable.getName() : "<init>")
        + MethodType.methodType(returned, executable.getParameterTypes()).descriptorString();
  }

  private static Object listOf(@Nullable Object source, Class<?> type) {
    if (type.isArray()) {
      Object array = Array.newInstance(type.getComponentType(), 1);
      Array.set(array, 0, source);
      return array;
    }
    List<@Nullable Object> list = new ArrayList<>();
    list.add(source);
    return list;
  }
}
