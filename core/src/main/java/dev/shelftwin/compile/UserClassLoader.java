package dev.shelftwin.compile;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.MalformedURLException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Enumeration;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.commons.ClassRemapper;
import org.objectweb.asm.commons.Remapper;

/**
 * Loads the users' classes, the mappers compiled with them, and the code that leads to the ends.
 * All are of one loader, so that mappers may use package-private members (JVMS §5.3: a run-time
 * package belongs to one loader). The users' own libraries win over ours; a family of libraries is
 * taken whole: beside the users' if they have its heart, else from us.
 */
public final class UserClassLoader extends URLClassLoader {

  static {
    registerAsParallelCapable();
  }

  private static final String OURS = "dev.shelftwin.";

  /** Our code that works with the users' libraries, and so must be loaded beside them. */
  private static final List<String> BESIDE_THE_USERS =
      List.of("dev.shelftwin.wire.", "dev.shelftwin.store.");

  /** Packages that belong together, by the class that is the heart of them. */
  private static final Map<String, List<String>> FAMILIES =
      Map.of(
          "com.fasterxml.jackson.databind.ObjectMapper", List.of("com.fasterxml.jackson."),
          "org.hibernate.Session", List.of("org.hibernate."));

  private static final String PERSISTENCE = "jakarta.persistence.";
  private static final String OLDER_PERSISTENCE = "javax.persistence.";

  /** What a provider of persistence names itself in. */
  private static final String PROVIDERS =
      "META-INF/services/" + PERSISTENCE + "spi.PersistenceProvider";

  private final Map<String, byte[]> compiled;
  private final ClassLoader ours = Objects.requireNonNull(UserClassLoader.class.getClassLoader());
  private final Set<String> takenFromUs;
  private final boolean isOlderPersistence;

  /**
   * A loader.
   *
   * @param compiled class files by binary name; they win over the same names in the class path
   * @param classPath folders and jars
   */
  public UserClassLoader(Map<String, byte[]> compiled, List<Path> classPath) {
    super(urls(classPath), ClassLoader.getPlatformClassLoader());
    this.compiled = Map.copyOf(compiled);
    this.takenFromUs =
        FAMILIES.entrySet().stream()
            .filter(family -> super.findResource(file(family.getKey())) == null)
            .flatMap(family -> family.getValue().stream())
            .collect(Collectors.toCollection(HashSet::new));
    if (super.findResource(PROVIDERS) == null) {
      takenFromUs.add(PERSISTENCE); // our provider needs the version that it was built for
    }
    this.isOlderPersistence =
        super.findResource(file(PERSISTENCE + "EntityManager")) == null
            && super.findResource(file(OLDER_PERSISTENCE + "EntityManager")) != null;
  }

  /** Whether the users' own class path has a class. */
  public boolean isOfUsers(String className) {
    return super.findResource(file(className)) != null;
  }

  @Override
  protected Class<?> findClass(String name) throws ClassNotFoundException {
    if (BESIDE_THE_USERS.stream().anyMatch(name::startsWith)) {
      byte[] ofOurs = bytesOfOurs(name);
      return define(name, isOlderPersistence ? withOlderPersistence(ofOurs) : ofOurs);
    }
    if (name.startsWith(OURS) || takenFromUs.stream().anyMatch(name::startsWith)) {
      return ours.loadClass(name);
    }
    byte[] bytes = compiled.get(name);
    if (bytes != null) {
      return define(name, bytes);
    }
    try {
      return super.findClass(name);
    } catch (ClassNotFoundException notTheUsers) {
      // What the users' family lacks, such as a module of theirs, must see their part of it.
      return isFamily(name) ? define(name, bytesOfOurs(name)) : ours.loadClass(name);
    }
  }

  /** {@inheritDoc} Class files that were compiled in memory have no URL. */
  @Override
  public @Nullable InputStream getResourceAsStream(String name) {
    byte[] bytes =
        name.endsWith(".class")
            ? compiled.get(name.substring(0, name.length() - 6).replace('/', '.'))
            : null;
    return bytes == null ? super.getResourceAsStream(name) : new ByteArrayInputStream(bytes);
  }

  @Override
  public @Nullable URL findResource(String name) {
    @Nullable URL theirs = super.findResource(name);
    return theirs == null ? ours.getResource(name) : theirs;
  }

  @Override
  public Enumeration<URL> findResources(String name) throws IOException {
    List<URL> all = new ArrayList<>(Collections.list(super.findResources(name)));
    all.addAll(Collections.list(ours.getResources(name)));
    return Collections.enumeration(all);
  }

  private static boolean isFamily(String name) {
    return name.startsWith(PERSISTENCE)
        || FAMILIES.values().stream().flatMap(List::stream).anyMatch(name::startsWith);
  }

  /** The same class for the standard's packages of before its version 3.0. */
  private static byte[] withOlderPersistence(byte[] bytes) {
    ClassWriter writer = new ClassWriter(0);
    new ClassReader(bytes)
        .accept(
            new ClassRemapper(
                writer,
                new Remapper(Opcodes.ASM9) {
                  @Override
                  public String map(String name) {
                    String dotted = name.replace('/', '.');
                    return dotted.startsWith(PERSISTENCE)
                        ? (OLDER_PERSISTENCE + dotted.substring(PERSISTENCE.length()))
                            .replace('.', '/')
                        : name;
                  }
                }),
            0);
    return writer.toByteArray();
  }

  private Class<?> define(String name, byte[] bytes) {
    return defineClass(name, bytes, 0, bytes.length);
  }

  private byte[] bytesOfOurs(String name) throws ClassNotFoundException {
    try (@Nullable InputStream bytes = ours.getResourceAsStream(file(name))) {
      if (bytes == null) {
        throw new ClassNotFoundException(name);
      }
      return bytes.readAllBytes();
    } catch (IOException unreadable) {
      throw new ClassNotFoundException(name, unreadable);
    }
  }

  private static String file(String className) {
    return className.replace('.', '/') + ".class";
  }

  private static URL[] urls(List<Path> classPath) {
    return classPath.stream().map(UserClassLoader::url).toArray(URL[]::new);
  }

  private static URL url(Path path) {
    try {
      return path.toUri().toURL();
    } catch (MalformedURLException impossible) {
      throw new IllegalArgumentException(path.toString(), impossible);
    }
  }
}
