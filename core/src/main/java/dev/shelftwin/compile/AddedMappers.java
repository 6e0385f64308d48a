package dev.shelftwin.compile;

import java.lang.invoke.MethodHandles;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.WeakHashMap;

/**
 * Mappers that are added to a running program, beside the types that they map, so that they may use
 * package-private members (JVMS §5.3). Those that the program has already stay.
 *
 * @param loader loads the program's types and the mappers
 * @param failures why a mapper could not be added, by its qualified name
 */
public record AddedMappers(ClassLoader loader, Map<String, String> failures) {

  private static final String OF_ANOTHER_PLAN =
      "a mapper of this name was added from another plan; run the two plans' tests in two virtual"
          + " machines";

  /** The texts of the mappers that were added to this program. */
  private static final Map<Class<?>, String> TEXTS = new WeakHashMap<>();

  public AddedMappers {
    failures = Map.copyOf(failures);
  }

  /**
   * Compiles mappers and adds them.
   *
   * @param program loads the program's types
   * @param classPath the program's classes
   * @param mappers texts by qualified class name
   * @param types binary names of the program's types, among them one of each package
   */
  public static synchronized AddedMappers to(
      ClassLoader program, List<Path> classPath, Map<String, String> mappers, List<String> types) {
    Map<String, String> missing = new HashMap<>(mappers);
    Map<String, String> failures = new HashMap<>();
    mappers.forEach(
        (name, text) ->
            find(name, program)
                .ifPresent(
                    known -> {
                      missing.remove(name);
                      if (!TEXTS.getOrDefault(known, text).equals(text)) {
                        failures.put(name, OF_ANOTHER_PLAN);
                      }
                    }));
    List<Path> all = new ArrayList<>(classPath);
    all.add(UserCode.runtime());
    MemoryCompiler.Compiled compiled =
        new MemoryCompiler(all, List.of()).compileEach(missing, List.of());
    Map<String, byte[]> alone = new HashMap<>();
    compiled
        .classes()
        .forEach(
            (name, bytes) -> {
              Optional<Class<?>> neighbour =
                  types.stream()
                      .filter(type -> packageOf(type).equals(packageOf(name)))
                      .flatMap(type -> find(type, program).stream())
                      .findFirst();
              if (neighbour.isPresent()) {
                TEXTS.put(define(neighbour.get(), bytes), mappers.getOrDefault(name, ""));
              } else {
                alone.put(name, bytes);
              }
            });
    ClassLoader loader = alone.isEmpty() ? program : new Child(program, alone);
    compiled.failures().forEach((name, why) -> failures.put(name, "it does not compile: " + why));
    return new AddedMappers(loader, failures);
  }

  private static Class<?> define(Class<?> neighbour, byte[] bytes) {
    try {
      return MethodHandles.privateLookupIn(neighbour, MethodHandles.lookup()).defineClass(bytes);
    } catch (IllegalAccessException closed) {
      throw new IllegalStateException(
          "the module of " + neighbour.getName() + " is not open to tests", closed);
    }
  }

  private static Optional<Class<?>> find(String name, ClassLoader loader) {
    try {
      return Optional.of(Class.forName(name, false, loader));
    } catch (ClassNotFoundException | LinkageError absent) {
      return Optional.empty();
    }
  }

  private static String packageOf(String name) {
    return name.substring(0, Math.max(0, name.lastIndexOf('.')));
  }

  /** Has the mappers whose package has no type of the program. */
  private static final class Child extends ClassLoader {

    private final Map<String, byte[]> classes;

    Child(ClassLoader parent, Map<String, byte[]> classes) {
      super(parent);
      this.classes = Map.copyOf(classes);
    }

    @Override
    protected Class<?> findClass(String name) throws ClassNotFoundException {
      byte[] bytes = classes.get(name);
      if (bytes == null) {
        throw new ClassNotFoundException(name);
      }
      return defineClass(name, bytes, 0, bytes.length);
    }
  }
}
