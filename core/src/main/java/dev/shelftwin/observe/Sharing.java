package dev.shelftwin.observe;

import dev.shelftwin.facts.MessageFacts;
import dev.shelftwin.trial.UserObjects;
import java.lang.reflect.Field;
import java.lang.reflect.Modifier;
import java.util.Calendar;
import java.util.Date;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Finds mutable objects of a source that its target holds too. */
final class Sharing {

  private static final int MAX_DEPTH = 6;

  private static final Set<String> MUTABLE =
      Set.of(
          "ArrayList",
          "LinkedList",
          "HashMap",
          "LinkedHashMap",
          "TreeMap",
          "HashSet",
          "LinkedHashSet",
          "TreeSet",
          "ArrayDeque");

  private final IdentityHashMap<Object, Boolean> mutable = new IdentityHashMap<>();

  Sharing(@Nullable Object source) {
    walk(source, "", 0, new IdentityHashMap<>(), null);
  }

  /** The same without the objects of a target that was there before. */
  Sharing without(@Nullable Object filled) {
    Sharing own = new Sharing(filled);
    own.mutable.keySet().forEach(mutable::remove);
    return this;
  }

  /** The paths of the outermost shared objects; an empty path is the target itself. */
  Set<String> in(@Nullable Object target) {
    Set<String> shared = new LinkedHashSet<>();
    walk(target, "", 0, new IdentityHashMap<>(), shared);
    return shared;
  }

  /** Collects mutable objects, or finds those that were collected. */
  private void walk(
      @Nullable Object object,
      String path,
      int depth,
      IdentityHashMap<Object, Boolean> seen,
      @Nullable Set<String> found) {
    Object value = UserObjects.unwrapped(object);
    if (value == null || depth > MAX_DEPTH || seen.put(value, true) != null) {
      return;
    }
    if (found == null) {
      if (isMutable(value)) {
        mutable.put(value, true);
      }
    } else if (mutable.containsKey(value)) {
      found.add(path);
      return;
    }
    if (value instanceof Map<?, ?> map) {
      map.values().forEach(one -> walk(one, path + "{}", depth + 1, seen, found));
    } else if (UserObjects.hasElements(value)) {
      if (!value.getClass().isArray() || !value.getClass().getComponentType().isPrimitive()) {
        UserObjects.elements(value).forEach(one -> walk(one, path + "[]", depth + 1, seen, found));
      }
    } else if (!isPlain(value)) {
      fields(value.getClass())
          .forEach(
              field ->
                  walk(
                      get(field, value),
                      path.isEmpty() ? field.getName() : path + "." + field.getName(),
                      depth + 1,
                      seen,
                      found));
    }
  }

  private static boolean isPlain(Object value) {
    return value instanceof Enum
        || value.getClass().getName().startsWith("java.")
        || value.getClass().isHidden()
        || StandIns.keyOf(value) != null
        || java.lang.reflect.Proxy.isProxyClass(value.getClass());
  }

  static boolean isMutable(Object value) {
    if (MessageFacts.isOfLibrary(value.getClass().getPackageName())) {
      return false; // messages and what they hold do not change
    }
    if (value instanceof Date || value instanceof Calendar || value.getClass().isArray()) {
      return true;
    }
    if (value.getClass().getName().startsWith("java.util.")) {
      return MUTABLE.contains(value.getClass().getSimpleName());
    }
    return !isPlain(value)
        && fields(value.getClass()).stream()
            .anyMatch(field -> !Modifier.isFinal(field.getModifiers()));
  }

  private static Set<Field> fields(Class<?> type) {
    Set<Field> fields = new LinkedHashSet<>();
    Set<String> names = new HashSet<>();
    for (Class<?> level = type;
        level != null && level != Object.class;
        level = level.getSuperclass()) {
      for (Field field : level.getDeclaredFields()) {
        if (!Modifier.isStatic(field.getModifiers()) && names.add(field.getName())) {
          fields.add(field);
        }
      }
    }
    return fields;
  }

  private static @Nullable Object get(Field field, Object owner) {
    try {
      field.setAccessible(true);
      return field.get(owner);
    } catch (IllegalAccessException | RuntimeException closed) {
      return null;
    }
  }
}
