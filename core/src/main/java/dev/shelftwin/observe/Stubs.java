package dev.shelftwin.observe;

import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.trial.UserObjects;
import java.lang.reflect.Array;
import java.lang.reflect.InvocationHandler;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.lang.reflect.TypeVariable;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Stands in for what a mapper needs: equal arguments give equal answers, and what is called is
 * recorded.
 */
final class Stubs {

  private static final int MAX_DEPTH = 4;

  /** How often a mapper is called again because of a failed cast. */
  static final int CASTS = 6;

  private static final Pattern CHANGING =
      Pattern.compile(
          "(set|save|store|persist|insert|update|delete|remove|add|put|merge)([A-Z].*)?");

  /** What the virtual machine says of a failed cast. */
  private static final Pattern CAST =
      Pattern.compile("class \\S+ cannot be cast to class (\\S+) .*");

  /** A stub of these would have elements without an end; callers may add some of their own. */
  private static final Map<String, Supplier<Object>> EMPTY =
      Map.of(
          "java.util.Collection", ArrayList::new,
          "java.lang.Iterable", ArrayList::new,
          "java.util.List", ArrayList::new,
          "java.util.Set", LinkedHashSet::new,
          "java.util.Map", LinkedHashMap::new,
          "java.util.Iterator", Collections::emptyIterator,
          "java.util.Enumeration", Collections::emptyEnumeration);

  private final StubClasses classes;
  private final List<String> changes = new ArrayList<>();
  private final Map<String, String> answers = new HashMap<>();
  private final IdentityHashMap<Object, String> given = new IdentityHashMap<>();

  /** What was answered in this run, by what was asked. */
  private final Map<String, @Nullable Object> known = new HashMap<>();

  /** Stubs of one run. */
  Stubs(StubClasses classes) {
    this.classes = classes;
  }

  /** What the stubs of all runs of a mapper share. */
  static final class StubClasses {

    private final Shapes shapes;
    private final UserObjects objects;
    private final TreeReader reader;

    private final Map<SlotTree.Root, SlotTree.Roots> roots = new ConcurrentHashMap<>();

    /** Which type callers expect of methods whose declared result is a type variable. */
    private final Map<String, Class<?>> expected = new ConcurrentHashMap<>();

    /** The last stubbed call whose declared return type is a type variable or Object. */
    private @Nullable String asked;

    StubClasses(Shapes shapes, UserObjects objects, TreeReader reader) {
      this.shapes = shapes;
      this.objects = objects;
      this.reader = reader;
    }

    /** The slots of an object, which are the same in every run. */
    SlotTree.Roots roots(SlotTree.Root root) {
      return roots.computeIfAbsent(root, key -> SlotTree.of(key, shapes, objects));
    }

    /**
     * Learns from a cast of the mapper that failed; whether a new attempt may succeed.
     *
     * @param failure what the mapper threw
     */
    boolean learn(Throwable failure) {
      Matcher wanted = CAST.matcher(String.valueOf(failure.getMessage()));
      if (asked == null || !(failure instanceof ClassCastException) || !wanted.matches()) {
        return false;
      }
      Class<?> type = objects.load(wanted.group(1));
      return !type.equals(expected.put(asked, type));
    }
  }

  /** The calls that change something, each once, as {@code Type.method}. */
  List<String> changes() {
    return changes.stream().distinct().toList();
  }

  /** The methods that gave values, as {@code Type.method}, by the texts of the values. */
  Map<String, String> answers() {
    return answers;
  }

  /** The values that methods gave, by identity, with the methods as {@code Type.method}. */
  IdentityHashMap<Object, String> given() {
    return given;
  }

  /** A stub of a type; null if it cannot have one. */
  @Nullable Object stub(TypeRef type, String key) {
    try {
      return stub(classes.objects.load(type.erased()), key);
    } catch (RuntimeException | LinkageError absent) {
      return null;
    }
  }

  /** A stub of a class; null if it cannot have one. */
  @Nullable Object stub(Class<?> type, String key) {
    @Nullable Supplier<Object> empty = EMPTY.get(type.getName());
    if (empty != null) {
      return empty.get();
    }
    if (type.isInterface()) {
      return proxy(type, key, Map.of());
    }
    if (type.isArray()) {
      return Array.newInstance(type.getComponentType(), 0);
    }
    if (type.isPrimitive() || Modifier.isFinal(type.getModifiers())) {
      return null;
    }
    return StandIns.ofClass(type, new OfClass(type, key)).orElse(null);
  }

  /**
   * An object that implements an interface.
   *
   * @param results what methods without parameters return, by name
   */
  Object implement(TypeRef type, String key, Map<String, @Nullable Object> results) {
    return proxy(classes.objects.load(type.erased()), key, results);
  }

  private Object proxy(Class<?> type, String key, Map<String, @Nullable Object> results) {
    return StandIns.ofInterface(type, new OfInterface(type, key, results));
  }

  /** Stands in for an interface. */
  private final class OfInterface implements InvocationHandler, StandIns.Keyed {

    private final Class<?> type;
    private final String key;
    private final Map<String, @Nullable Object> results;

    /** What it has where it is a collection or a map: nothing at first. */
    private final Object elements;

    OfInterface(Class<?> type, String key, Map<String, @Nullable Object> results) {
      this.type = type;
      this.key = key;
      this.results = results;
      this.elements = UserObjects.noElements(type);
    }

    @Override
    public @Nullable String key() {
      return results.isEmpty() ? key : null;
    }

    @Override
    public @Nullable Object invoke(Object proxy, Method method, @Nullable Object @Nullable [] given)
        throws Throwable {
      @Nullable Object[] arguments = given == null ? new Object[0] : given;
      if (arguments.length == 0 && results.containsKey(method.getName())) {
        return results.get(method.getName());
      }
      if (method.getDeclaringClass().equals(Object.class)) {
        return ofObject(proxy, method, arguments, type.getSimpleName() + " " + key);
      }
      if (method.getDeclaringClass().isInstance(elements)) {
        try {
          return method.invoke(elements, arguments);
        } catch (InvocationTargetException thrown) {
          throw thrown.getTargetException();
        }
      }
      if (method.isDefault()) {
        return InvocationHandler.invokeDefault(proxy, method, arguments);
      }
      return answer(type, key, method, arguments);
    }
  }

  private static @Nullable Object ofObject(
      Object self, Method method, @Nullable Object[] arguments, String text) {
    return switch (method.getName()) {
      case "equals" -> self == arguments[0];
      case "hashCode" -> text.hashCode();
      default -> text;
    };
  }

  /** Stands in for a class. */
  private final class OfClass implements StandIns.Answers, StandIns.Keyed {

    private final Class<?> type;
    private final String key;

    OfClass(Class<?> type, String key) {
      this.type = type;
      this.key = key;
    }

    @Override
    public String key() {
      return key;
    }

    @Override
    public @Nullable Object answer(Method method, @Nullable Object[] arguments) {
      return Stubs.this.answer(type, key, method, arguments);
    }
  }

  private @Nullable Object answer(
      Class<?> type, String key, Method method, @Nullable Object[] arguments) {
    String name = type.getSimpleName() + "." + method.getName();
    if (method.getReturnType().equals(void.class)) {
      if (CHANGING.matcher(method.getName()).matches()) {
        changes.add(name);
      }
      return null;
    }
    String asked =
        Arrays.stream(arguments).map(classes.reader::text).collect(Collectors.joining(", "));
    Type result = method.getGenericReturnType();
    String signature =
        method.toGenericString()
            + Arrays.stream(arguments)
                .map(one -> one == null ? "null" : one.getClass().getName())
                .collect(Collectors.joining(", ", "(", ")"));
    if (result instanceof TypeVariable || result.equals(Object.class)) {
      classes.asked = signature;
      result = classes.expected.getOrDefault(signature, method.getReturnType());
    }
    String question = key + "." + method.getName() + "(" + asked + ")";
    String typed = result.getTypeName() + " " + question;
    if (!known.containsKey(typed)) {
      @Nullable Object value = value(result, question, 0);
      note(value, name);
      known.put(typed, value);
    }
    return known.get(typed);
  }

  /** A value that only the caller of a constructor knows. */
  @Nullable Object argument(Class<?> type, Class<?> owner, int index) {
    String name = owner.getSimpleName() + ".new";
    @Nullable Object value = value(type, name + index, 0);
    note(value, name);
    return value;
  }

  /** Notes which method gave a value. */
  private void note(@Nullable Object value, String name) {
    Tree.values(classes.reader.read(value)).values().stream()
        .map(Tree.Value::shown)
        .filter(Objects::nonNull)
        .forEach(text -> answers.put(text, name));
    if (value != null) {
      given.put(value, name);
    }
  }

  /** A value that depends only on the key. */
  private @Nullable Object value(Type type, String key, int depth) {
    Class<?> raw = raw(type);
    if (raw.equals(Optional.class)) {
      return Optional.ofNullable(value(argument(type), key, depth));
    }
    if (raw.equals(boolean.class) || raw.equals(Boolean.class)) {
      return (key.hashCode() & 16) == 0;
    }
    if (Map.class.equals(raw)) {
      return new LinkedHashMap<>();
    }
    if (Collection.class.isAssignableFrom(raw) && raw.isInterface()) {
      List<@Nullable Object> elements = new ArrayList<>();
      if (depth < MAX_DEPTH) {
        elements.add(value(argument(type), key + "[0]", depth + 1));
      }
      return Set.class.isAssignableFrom(raw) ? new LinkedHashSet<>(elements) : elements;
    }
    if (raw.isEnum()) {
      Object[] constants = raw.getEnumConstants();
      return constants[Math.floorMod(key.hashCode(), constants.length)];
    }
    TypeRef named = TypeRefs.of(raw);
    if (raw.isPrimitive() || raw.getName().startsWith("java.")) {
      return new DistinctValues(
              classes.objects, classes.reader, Math.floorMod(key.hashCode(), 5_000))
          .next(named, Limits.NONE);
    }
    return depth < MAX_DEPTH ? object(raw, named, key) : null;
  }

  private @Nullable Object object(Class<?> raw, TypeRef named, String key) {
    SlotTree.Roots roots = classes.roots(new SlotTree.Root("", named));
    DistinctValues values =
        new DistinctValues(classes.objects, classes.reader, Math.floorMod(key.hashCode(), 5_000));
    if (roots.roots().get(0) instanceof Slot.Opaque) {
      return stub(raw, key);
    }
    return new SourceBuilder(classes.objects)
        .build(roots.roots().get(0), Bases.filled(roots, values), this);
  }

  private static Class<?> raw(Type type) {
    if (type instanceof Class<?> known) {
      return known;
    }
    return type instanceof ParameterizedType generic
        ? (Class<?>) generic.getRawType()
        : Object.class;
  }

  private static Type argument(Type type) {
    return type instanceof ParameterizedType generic
        ? generic.getActualTypeArguments()[0]
        : Object.class;
  }
}
