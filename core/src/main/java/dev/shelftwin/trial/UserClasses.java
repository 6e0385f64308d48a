package dev.shelftwin.trial;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.Array;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** Loads the users' classes. */
final class UserClasses {

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
  private final Map<TypeRef, Class<?>> loaded = new HashMap<>();

  UserClasses(ClassLoader loader) {
    this.loader = loader;
  }

  /** The class of a type, without its type arguments. */
  Class<?> load(TypeRef type) {
    Class<?> known = loaded.get(type);
    if (known == null) {
      known = find(type);
      loaded.put(type, known);
    }
    return known;
  }

  /** Whether a class is there. */
  boolean has(TypeRef type) {
    try {
      Class.forName(type.binaryName(), false, loader);
      return true;
    } catch (ClassNotFoundException missing) {
      return false;
    }
  }

  private Class<?> find(TypeRef type) {
    if (type.isArray()) {
      TypeRef component =
          new TypeRef(type.packageName(), type.name(), List.of(), type.dimensions() - 1);
      return Array.newInstance(load(component), 0).getClass();
    }
    return type.isPrimitive()
        ? Objects.requireNonNull(PRIMITIVES.get(type.name()))
        : load(type.binaryName());
  }

  /** The class of that name, not yet initialized: what its initializer does is its own user's. */
  Class<?> load(String binaryName) {
    try {
      return Class.forName(binaryName, false, loader);
    } catch (ClassNotFoundException missing) {
      throw new InputException(
          Place.in(binaryName),
          "This class is not among the compiled classes",
          "build the project first, or name the folder of its classes with --classes");
    }
  }
}
